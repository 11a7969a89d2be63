/** Whether threads are led in the style that the habits ask for: then a proposal that is no better is no answer to them. */
import { deriveNets, type Net, terminalKey, terminalOfHole } from '../joining/nets.ts';
import { deriveSides } from '../joining/sides.ts';
import { consumersOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { partOf } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { ThreadFigures } from './thread-figures.ts';

/** How the stops of one side hang together. */
interface SideForm {
  readonly runs: readonly Run[];
  /** Runs at each terminal, by its key. */
  readonly byTerminal: ReadonlyMap<string, readonly Run[]>;
}

/**
 * Whether every sewn thread of a plan follows its habits of leading: strands (one through all, or one to each), where rails are fed,
 * and how supply lines are sewn. A plan without threads follows them.
 */
export function followsStyle(plan: Plan): boolean {
  const { strandStyle, feed, supplyLines, supplyStitchId, supplyThreadId } = plan.habits;
  const forms = deriveNets(plan)
    .all.filter((net) => net.runIds.length > 0)
    .map((net) => formOf(plan, net));
  const supply = forms.flatMap(({ runs }) => runs).filter((run) => isSupplyLine(plan, run));
  // More than the habit asks for is what the current asks for.
  if (supply.some((run) => (run.lines ?? 1) < supplyLines)) return false;
  if (supplyThreadId !== null && supply.some((run) => run.threadId !== supplyThreadId)) return false;
  if (supplyStitchId !== null && supply.some((run) => run.stitchId !== supplyStitchId)) return false;
  const isInStyle = forms.every((form) => {
    if (strandStyle === 'chain' && feed !== 'middle') return largestJunction(form) <= 2;
    if (strandStyle === 'star') return form.runs.every((run) => isFromPower(plan, run, form));
    return true;
  });
  return isInStyle && isFedAs(plan, feed);
}

/** Whether a proposal that is not better is still what was asked for: sound, and in a style that the threads there do not follow. */
export function bringsStyle(plan: Plan, now: ThreadFigures, then: ThreadFigures): boolean {
  return then.stops <= now.stops && then.missing <= now.missing && !followsStyle(plan);
}

function formOf(plan: Plan, net: Net): SideForm {
  const runs = net.runIds.map((id) => plan.runs[id] as Run).filter((run) => run.prewired !== true);
  const byTerminal = new Map<string, Run[]>();
  for (const run of runs)
    for (const ref of [run.from, run.to]) {
      const key = terminalKey(terminalOfHole(plan, ref));
      byTerminal.set(key, [...(byTerminal.get(key) ?? []), run]);
    }
  return { runs, byTerminal };
}

function largestJunction({ byTerminal }: SideForm): number {
  return Math.max(0, ...[...byTerminal.values()].map((runs) => runs.length));
}

function isConsumer(plan: Plan, ref: HoleRef): boolean {
  return consumersOf(kindOf(plan, partOf(plan, ref.partId))).length > 0;
}

/** A line between holder, switch and what they feed first carries the whole current. */
function isSupplyLine(plan: Plan, run: Run): boolean {
  return [run.from, run.to].every((ref) => {
    const kind = kindOf(plan, partOf(plan, ref.partId));
    return hasElement(kind, 'cell') || hasElement(kind, 'switch') || hasElement(kind, 'pin');
  });
}

/** One end of it is where the power comes in: no light, or the one stop that all others hang on. */
function isFromPower(plan: Plan, run: Run, form: SideForm): boolean {
  const power = [...form.byTerminal].sort((a, b) => b[1].length - a[1].length)[0]?.[0];
  return [run.from, run.to].some(
    (ref) => !isConsumer(plan, ref) || terminalKey(terminalOfHole(plan, ref)) === power,
  );
}

/** Whether both sides of a row are fed at the end, or the middle, that is asked for. */
function isFedAs(plan: Plan, feed: Plan['habits']['feed']): boolean {
  if (feed === 'any') return true;
  const rows = (['+', '-'] as const).map((side) => feedOfSide(plan, side));
  const [plus, minus] = rows;
  if (plus === null || minus === null || plus === undefined || minus === undefined) return true;
  if (feed === 'middle') return plus.isInside && minus.isInside;
  if (plus.isInside || minus.isInside) return false;
  return feed === 'same' ? plus.partId === minus.partId : plus.partId !== minus.partId;
}

/** The light through which the power comes into a side, and whether threads go on from it to both hands; null where there is none. */
function feedOfSide(
  plan: Plan,
  side: '+' | '-',
): { readonly partId: string; readonly isInside: boolean } | null {
  const sides = deriveSides(plan);
  for (const net of sides.nets.all) {
    if (sides.of(net) !== side) continue;
    const form = formOf(plan, net);
    for (const run of form.runs) {
      const [light, other] = isConsumer(plan, run.from) ? [run.from, run.to] : [run.to, run.from];
      if (!isConsumer(plan, light) || isConsumer(plan, other)) continue;
      const at = form.byTerminal.get(terminalKey(terminalOfHole(plan, light))) ?? [];
      return { partId: light.partId, isInside: at.length > 2 };
    }
  }
  return null;
}
