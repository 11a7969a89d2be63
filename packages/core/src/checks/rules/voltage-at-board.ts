import { loadFigures } from '../../circuit/figures.ts';
import { consumersOf, hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { fedIn } from '../../power/fed.ts';
import { inLoop } from '../../power/loops.ts';
import { statesThatMatter } from '../../power/operating-states.ts';
import { pinsAt } from '../../power/pins-at.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const voltageAtBoard: CheckRule = {
  id: 'voltage-at-board',
  title: 'Too few volts at a board',
  severity: 'stop',
  touching: null,
  better: 'more',
  help: 'A board, a sensor or a buzzer that gets fewer volts than it needs does not work; a board starts and resets over and over. Volts are lost in weak cells and in long thread: use a stronger supply, or sew its + and − in several lines.',
  example: 'A board hangs on a single 1.5 V cell without boost.',
  sees: [],
  inStates: true,
  checkCurrents: ({ plan, currents }) => {
    return loadFigures(currents.on, currents.apart).flatMap(
      ({ partId, volt, leastV, standing }): readonly Finding[] => {
        const part = plan.parts[partId];
        // What nothing feeds is told as open, or switched off.
        if (part === undefined || standing === 'works') return [];
        const isInRow = !currents.fed.hasAny(part) && liesInRow(plan, part);
        if (!currents.fed.hasAny(part) && !isInRow) return [];
        // With pins that fade one moment is enough.
        const resetsAgain = currents.apart.moments !== undefined;
        const isBoard = hasElement(kindOf(plan, part), 'pin');
        return [
          {
            key: `voltage-at-board:${partId}`,
            ruleId: 'voltage-at-board',
            severity: isBoard ? 'stop' : 'mend',
            at: part.at,
            message: `${part.name} ${isInRow ? 'lies in a row with other things and ' : ''}gets ${volt.toFixed(1)} V and needs ${leastV.toFixed(1)} V: ${isBoard ? `it resets${resetsAgain ? ' again and again' : ''}, and its pins do nothing` : 'it does not work'}.`,
            step: isInRow
              ? 'Sew its + and its − to the + and the − of its source.'
              : 'Use a supply of more volts, or sew its + and − in more lines.',
            found: { value: volt, unit: 'V' },
            wanted: { value: leastV, unit: 'V' },
            partIds: [partId],
            runIds: [],
          },
        ];
      },
    );
  },
};

/** Whether a part, all contacts closed, is led to a source only through other things that need power: it shares the volts with them. */
function liesInRow(plan: Plan, part: Part): boolean {
  const fed = fedIn(plan, statesThatMatter(plan)[0].switches);
  return consumersOf(kindOf(plan, part)).some(
    (ends) =>
      inLoop(plan)(part, ends) &&
      !fed.has(part, ends) &&
      [ends.plus, ends.minus].every((end) => pinsAt(plan)(part, end).length === 0),
  );
}
