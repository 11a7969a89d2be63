/** The advice on feeding for the lights of a plan: each source's lights as one row, by the ohms its own threads have from light to light. */
import type { PlacedLight } from '../joining/sides.ts';
import { cellAt } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { assumedIn } from '../plan/assumed.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type FeedAdvice, feedAdvice } from './advisers.ts';

export interface RowAdvice extends FeedAdvice {
  /** The source that feeds them. */
  readonly partId: string;
}

/** Two lights are no row. */
const LEAST_ROW = 3;

/** For every source with three alike lights or more, in plan order. */
export function rowAdvice(plan: Plan): readonly RowAdvice[] {
  const assumed = assumedIn(plan);
  return circuitsOf(plan).flatMap(({ source, lights }): readonly RowAdvice[] => {
    const [first] = lights;
    const colour = first === undefined ? undefined : maybeLightColour(colourIdOf(first));
    if (first === undefined || colour === undefined) return [];
    const alike = lights.filter((light) => colourIdOf(light) === colourIdOf(first));
    const ids = new Set(alike.map(({ part }) => part.id));
    const between = Object.values(plan.runs).filter(
      ({ from, to }) => ids.has(from.partId) && ids.has(to.partId) && from.partId !== to.partId,
    );
    if (alike.length < LEAST_ROW || between.length === 0) return [];
    const contacts = 2 * contactOhm(plan.habits.loops, assumed);
    const pitchOhm = contacts + between.reduce((sum, run) => sum + sumRun(plan, run).ohm, 0) / between.length;
    const { volt, ohm } = cellAt(source.cellKind, 1);
    const { count, boostV } = source.cell;
    const feed = {
      volt: boostV ?? volt * count,
      ohm: boostV === undefined ? ohm * count : assumed.boostOutputOhm,
    };
    const own = first.light.seriesOhm + contacts;
    return [{ partId: source.part.id, ...feedAdvice(alike.length, pitchOhm, colour, own, feed) }];
  });
}

function colourIdOf({ light, part }: PlacedLight): string {
  return light.colourId ?? part.colourId ?? '';
}
