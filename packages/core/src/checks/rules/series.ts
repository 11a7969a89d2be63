import { NOT_ASKED } from '../../circuit/fed-by.ts';
import { lightStates } from '../../circuit/will-it-light.ts';
import { holesOf, type Net } from '../../joining/nets.ts';
import { lightsOf } from '../../joining/sides.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import { formatCurrent } from '../../units/electrical.ts';
import type { CheckContext, CheckRule, CurrentContext } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const series: CheckRule = {
  id: 'series',
  title: 'Lights one after another',
  severity: 'stop',
  touching: null,
  help: 'The − of one light is sewn to the + of another, so the current has to go through both in turn. A 3 V cell cannot push it through two white lights: both stay dark; two red ones, or two on 5 V, glow with what is left. Lights belong side by side: every + on one thread, every − on another.',
  example: 'The − of the first light is sewn to the + of the second, and only its − goes back to the holder.',
  counted: () => 'The current passes one light after the other; each should have a way of its own.',
  sees: [],
  checkCurrents,
};

/** Whether a net is the middle of a chain: it joins the − of one light to the + of another and reaches no holder. */
export function isSeriesNet(context: CheckContext, net: Net): boolean {
  return (
    context.sides.of(net) === 'neither' &&
    lightEnds(context, net, '-').length > 0 &&
    lightEnds(context, net, '+').length > 0
  );
}

function lightEnds({ plan }: CheckContext, net: Net, sign: '+' | '-'): readonly Part[] {
  return net.terminals.flatMap(({ partId, terminal }) => {
    const part = plan.parts[partId] as Part;
    const ends = elementsOf(kindOf(plan, part), 'light').map((light) =>
      sign === '+' ? light.plus : light.minus,
    );
    return ends.includes(terminal) ? [part] : [];
  });
}

function checkCurrents(context: CurrentContext): readonly Finding[] {
  const { plan, nets, currents } = context;
  return nets.all
    .filter((net) => isSeriesNet(context, net))
    .map((net): Finding => {
      const before = lightEnds(context, net, '-');
      const after = lightEnds(context, net, '+');
      const parts = [...new Set([...before, ...after])];
      const own = new Set(parts.flatMap((part) => lightsOf(plan, part)).map(({ id }) => id));
      const lit = lightStates(currents.on, currents.apart, NOT_ASKED)
        .filter(({ id, isLit }) => own.has(id) && isLit)
        .map(({ peakAmp }) => peakAmp);
      const first = net.terminals[0];
      const hole = first === undefined ? undefined : holesOf(plan, first)[0];
      return {
        key: `series:${parts.map((part) => part.id).join('+')}`,
        ruleId: 'series',
        severity: lit.length > 0 ? 'mend' : 'stop',
        at: holePoint(plan, hole as HoleRef),
        message: `The − of ${names(before)} is sewn to the + of ${names(after)}: one after another, ${lit.length > 0 ? `they share the volts and get ${formatCurrent(Math.max(...lit))}` : 'they stay dark'}.`,
        step: 'Unpick that thread and join + to + and − to −.',
        found: { value: 2, unit: 'sides' },
        wanted: { value: 1, unit: 'sides' },
        partIds: parts.map((part) => part.id),
        runIds: net.runIds,
      };
    });
}

function names(parts: readonly Part[]): string {
  return parts.map((part) => part.name).join(' and ');
}
