/** How long work takes: a first estimate from what is to be done, and how it learns from a maker's own times. */
import { maybeParseJson } from '../units/json.ts';
import { type StepWork, WORK_KINDS, type WorkKind } from './step.ts';

/**
 * Seconds for one of each at an easy pace (assumption: ours, to be replaced by the maker's own times as they come in).
 */
export const SECONDS = {
  mark: 20,
  tryLight: 25,
  curlLeg: 60,
  holdHole: 60,
  tack: 90,
  tape: 30,
  place: 120,
  cutAndThread: 90,
  startKnot: 40,
  loop: 8,
  stitch: 6,
  bend: 4,
  lay: 60,
  layPerMetre: 240,
  patch: 300,
  finish: 120,
  splice: 120,
  reading: 40,
  seal: 30,
  cell: 30,
  cover: 900,
  work: 900,
} as const;

/** Ratios of the time taken to the time expected, the latest last, by sort of work. */
export type Pace = Readonly<Record<WorkKind, readonly number[]>>;

/** A maker of whom nothing is known. */
export const UNKNOWN_PACE: Pace = { prepare: [], sew: [], test: [], finish: [] };

/** So many of the latest times count: enough to be steady, few enough to follow a hand that gets quicker (assumption). */
const KEPT_RATIOS = 40;
/** A step that took 12 times as long was not worked at all that time, one of a twelfth was ticked afterwards (assumption). */
const BELIEVED = { least: 1 / 12, most: 12 };
/** The first estimate weighs as much as so many own times (assumption). */
const PRIOR_WEIGHT = 2;

/** How much longer or shorter than first estimated this maker takes: the median ratio, drawn towards 1 while times are few. */
export function paceFactor(pace: Pace, kind: WorkKind): number {
  const ratios = [...pace[kind]].sort((a, b) => a - b);
  if (ratios.length === 0) return 1;
  const middle = Math.floor(ratios.length / 2);
  const median =
    ratios.length % 2 === 1
      ? (ratios[middle] as number)
      : Math.sqrt((ratios[middle - 1] as number) * (ratios[middle] as number));
  return median ** (ratios.length / (ratios.length + PRIOR_WEIGHT));
}

/** Seconds a step will take this maker. */
export function expectedSeconds(work: StepWork, pace: Pace): number {
  return work.seconds * paceFactor(pace, work.kind);
}

/** The pace after a step of this work took `seconds`; times nobody works in are left out, and the same object comes back. */
export function learnPace(pace: Pace, work: StepWork, seconds: number): Pace {
  const ratio = seconds / work.seconds;
  if (!(ratio >= BELIEVED.least && ratio <= BELIEVED.most)) return pace;
  return { ...pace, [work.kind]: [...pace[work.kind], ratio].slice(-KEPT_RATIOS) };
}

/** A pace that was kept as text, or undefined when it is none. */
export function maybeParsePace(text: string): Pace | undefined {
  const raw = maybeParseJson(text);
  if (typeof raw !== 'object' || raw === null) return undefined;
  const lists = WORK_KINDS.map((kind) => (raw as Record<string, unknown>)[kind]);
  const isPace = lists.every(
    (list) => Array.isArray(list) && list.every((ratio) => typeof ratio === 'number' && ratio > 0),
  );
  return isPace ? (raw as Pace) : undefined;
}

/** Minutes to half an hour, then quarters of an hour: as exact as such an estimate is. */
export function formatWorkTime(seconds: number): string {
  const minutes = seconds / 60;
  if (minutes < 1) return 'under a minute';
  if (minutes < 30) return `about ${Math.round(minutes)} min`;
  const quarters = Math.round(minutes / 15);
  const [hours, rest] = [Math.floor(quarters / 4), quarters % 4];
  const parts = [hours > 0 ? `${hours} h` : '', rest > 0 ? `${rest * 15} min` : ''].filter(
    (word) => word !== '',
  );
  return `about ${parts.join(' ')}`;
}
