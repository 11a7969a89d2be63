import { NOT_ASKED } from '../../circuit/fed-by.ts';
import { lightStates } from '../../circuit/will-it-light.ts';
import { holesOf } from '../../joining/nets.ts';
import { isSeriesNet, lightEnds } from '../../joining/series.ts';
import { lightsOf } from '../../joining/sides.ts';
import { holePoint } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import { formatCurrent } from '../../units/electrical.ts';
import type { CheckRule, CurrentContext } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { litInAnyState } from '../lit-states.ts';

export const series: CheckRule = {
  id: 'series',
  title: 'Lights one after another',
  severity: 'stop',
  touching: null,
  better: 'less',
  help: 'The − of one light is sewn to the + of another, so the current has to go through both in turn. A 3 V cell cannot push it through two white lights: both stay dark; two red ones, or two on 5 V, glow with what is left. Lights belong side by side: every + on one thread, every − on another.',
  example: 'The − of the first light is sewn to the + of the second, and only its − goes back to the holder.',
  counted: () => 'The current passes one light after the other; each should have a way of its own.',
  sees: [],
  checkCurrents,
};

function checkCurrents(context: CurrentContext): readonly Finding[] {
  const { plan, nets, currents } = context;
  return nets.all
    .filter((net) => isSeriesNet(plan, context.sides, net))
    .map((net): Finding => {
      const before = lightEnds(plan, net, '-');
      const after = lightEnds(plan, net, '+');
      const parts = [...new Set([...before, ...after])];
      const own = new Set(parts.flatMap((part) => lightsOf(plan, part)).map(({ id }) => id));
      const lit = lightStates(currents.on, currents.apart, NOT_ASKED).filter(
        ({ id, isLit }) => own.has(id) && isLit,
      );
      // With everything off all are dark: what counts is whether they ever light.
      const ever = litInAnyState(context);
      const dark = parts.filter((part) => !lightsOf(plan, part).some(({ id }) => ever.has(id)));
      const shared = `they share the volts${lit.length === 0 ? '' : ` and get ${formatCurrent(Math.max(...lit.map(({ peakAmp }) => peakAmp)))}`}`;
      const what =
        dark.length === 0
          ? shared
          : dark.length === parts.length
            ? 'they stay dark'
            : `${names(dark)} ${dark.length === 1 ? 'stays' : 'stay'} dark`;
      const first = net.terminals[0];
      const hole = first === undefined ? undefined : holesOf(plan, first)[0];
      return {
        key: `series:${parts.map((part) => part.id).join('+')}`,
        ruleId: 'series',
        severity: dark.length === 0 ? 'mend' : 'stop',
        at: holePoint(plan, hole as HoleRef),
        message: `The − of ${names(before)} is sewn to the + of ${names(after)}: one after another, ${what}.`,
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
