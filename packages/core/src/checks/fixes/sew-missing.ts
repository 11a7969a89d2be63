import { distance } from '../../geometry/point.ts';
import { deriveNets, holesOf, type Terminal, terminalKey } from '../../joining/nets.ts';
import { drawRun } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import type { HoleRef } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { wishAt, wishDifference } from '../../wishes/wish-difference.ts';
import type { FixKind } from '../fix-kind.ts';
import { asDrawnThenAnew, changedRuns } from './lead-anew.ts';
import { sound } from './sound.ts';

/** At most so many straight lines are tried, shortest first. */
const MOST_TRIES = 8;
/** And so many are led round what is in their way. */
const MOST_LED = 2;

/** Sews the line that is missing, straight or round what is in its way, from the hole to the nearest one it should be joined with. */
export const sewMissingFix: FixKind = {
  id: 'sew-missing',
  rules: ['open'],
  *propose(plan, finding, tries) {
    const [, partId, terminal] = finding.key.split(':');
    if (partId === undefined || terminal === undefined) return;
    const part = plan.parts[partId];
    if (part === undefined || !kindOf(plan, part).holes.some((hole) => hole.terminal === terminal)) return;
    const own: Terminal = { partId, terminal };
    const { wishes } = wishDifference(plan);
    const wish = wishAt(wishes, own);
    const nets = deriveNets(plan);
    const net = nets.ofTerminal(own);
    const partners = (wish?.terminals ?? []).filter(
      (one) => terminalKey(one) !== terminalKey(own) && nets.ofTerminal(one) !== net,
    );
    const lines = shortest(plan, own, partners).slice(0, MOST_TRIES);
    const straight = lines.flatMap(({ from, to }) => sound(drawRun(plan, { from, to, bends: [] })));
    yield* straight;
    for (const edit of straight.slice(0, MOST_LED)) {
      const [, led] = asDrawnThenAnew(plan, edit, changedRuns(plan), tries);
      if (led !== undefined) yield { ...led, label: edit.label };
    }
  },
};

function shortest(
  plan: Plan,
  own: Terminal,
  partners: readonly Terminal[],
): ReadonlyArray<{ readonly from: HoleRef; readonly to: HoleRef; readonly mm: number }> {
  return holesOf(plan, own)
    .flatMap((from) =>
      partners.flatMap((partner) =>
        holesOf(plan, partner).map((to) => ({
          from,
          to,
          mm: distance(holePoint(plan, from), holePoint(plan, to)),
        })),
      ),
    )
    .sort((a, b) => a.mm - b.mm);
}
