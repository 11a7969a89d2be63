import { peakOver } from '../../circuit/faded.ts';
import { pinFigures } from '../../circuit/figures.ts';
import { elementName } from '../../circuit/plan-circuit.ts';
import type { PlanPoint } from '../../circuit/solve-plan.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { formatCurrent } from '../../units/electrical.ts';
import type { CheckRule, CurrentContext } from '../check-rule.ts';
import { FAR_OVER } from '../far-over.ts';
import type { Finding } from '../finding.ts';
import { foughtPins } from '../pin-groups.ts';

export const chipLoad: CheckRule = {
  id: 'chip-load',
  title: 'More current than a board gives',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'All pins of a board together, or its steady supply, are asked for more than the chip is made for. Pins may be well within their own limit and still be too many at once. Light fewer at a time, hold their current back, or feed them from the pack instead of the board.',
  example: 'Twelve lights of 15 mA are all on at once, each on a pin of its own.',
  byHand:
    'Which lights shine at the same time is in your program: light fewer together, or feed some from the source instead.',
  sees: [],
  inStates: true,
  checkCurrents: (context) => [...pinsTogether(context), ...steadySupplies(context)],
};

function pinsTogether({ plan, currents }: CurrentContext): readonly Finding[] {
  const fought = new Set(foughtPins(currents).map(({ partId }) => partId));
  const boards = new Set(pinFigures(currents.on, currents.apart).map(({ partId }) => partId));
  const givenBy = (boardId: string, moment: PlanPoint): number =>
    pinFigures(currents.on, moment).reduce(
      (sum, { partId, amp }) => (partId === boardId ? sum + Math.max(0, amp) : sum),
      0,
    );
  return [...boards].flatMap((partId): readonly Finding[] => {
    const amp = peakOver(currents.apart, (moment) => givenBy(partId, moment));
    const part = plan.parts[partId];
    const mostMa = part === undefined ? undefined : kindOf(plan, part).mostMaTogether;
    if (part === undefined || mostMa === undefined || fought.has(partId) || amp * 1000 <= mostMa) return [];
    return [finding(partId, part.at, `All pins of ${part.name} together give`, partId, amp, mostMa)];
  });
}

function steadySupplies({ plan, currents }: CurrentContext): readonly Finding[] {
  return Object.values(plan.parts).flatMap((part) =>
    elementsOf(kindOf(plan, part), 'regulator').flatMap(({ output }): readonly Finding[] => {
      const hole = kindOf(plan, part).holes.find(
        (one) => one.role === 'regulated' && one.terminal === output,
      );
      // What leaves through its holes: the board's own chip is not counted.
      const amp = peakOver(currents.apart, ({ ampOf }) =>
        Object.values(plan.runs).reduce((sum, run) => {
          const sign =
            run.from.partId === part.id && run.from.holeId === hole?.id
              ? 1
              : run.to.partId === part.id && run.to.holeId === hole?.id
                ? -1
                : 0;
          return sum + sign * ampOf(elementName.run(run.id));
        }, 0),
      );
      if (hole?.mostMa === undefined || amp * 1000 <= hole.mostMa) return [];
      const what = `The hole ${hole.label ?? hole.id} of ${part.name} gives`;
      return [finding(`${part.id}.${output}`, part.at, what, part.id, amp, hole.mostMa)];
    }),
  );
}

function finding(
  key: string,
  at: Finding['at'],
  what: string,
  partId: string,
  amp: number,
  mostMa: number,
): Finding {
  return {
    key: `chip-load:${key}`,
    ruleId: 'chip-load',
    severity: amp * 1000 > FAR_OVER * mostMa ? 'stop' : 'mend',
    at,
    message: `${what} ${formatCurrent(amp)}; ${formatCurrent(mostMa / 1000)} is the most.`,
    step: 'Light fewer at a time, give the lights more resistance, or feed them from the pack.',
    found: { value: amp * 1000, unit: 'mA' },
    wanted: { value: mostMa, unit: 'mA' },
    partIds: [partId],
    runIds: [],
  };
}
