/**
 * Steps as they are worked: the same work on several things, one after the other, is one round with a tick for each of them. The steps stay
 * what they are, in their order, so that ticks, needs and the maker's own order hold as before.
 */
import { isTicked } from '../plan/progress.ts';
import type { Plan } from '../plan/schema.ts';
import { groupBy } from '../units/group-by.ts';
import type { SewingStep, StepWork } from './step.ts';
import { LyingFaces } from './turnings.ts';

/** One tick of a round: what it is done to, and the steps that are done with it. */
export interface RoundTick {
  /** Nothing where the round has one tick. */
  readonly words: string;
  readonly steps: readonly SewingStep[];
}

export interface Round extends Omit<SewingStep, 'round'> {
  /** At least one. */
  readonly ticks: readonly RoundTick[];
}

interface Thing {
  readonly text: string;
  readonly words: string;
  readonly steps: readonly SewingStep[];
}

/** The rounds of ordered steps. Steps are gathered where they follow each other and say the same of each thing. O(steps). */
export function roundsOf(steps: readonly SewingStep[]): readonly Round[] {
  const rounds: Round[] = [];
  const lying = new LyingFaces();
  for (const things of alike(thingsOf(steps))) {
    const all = things.flatMap((thing) => thing.steps);
    const round = all.length === 1 ? lone(all[0] as SewingStep) : gathered(things, all, lying);
    for (const step of all) lying.leave(step);
    rounds.push(round);
  }
  return rounds;
}

/** Whether all of a round is ticked. */
export function isRoundDone(plan: Pick<Plan, 'ticks'>, { ticks }: Pick<Round, 'ticks'>): boolean {
  return ticks.every((tick) => isTickDone(plan, tick));
}

/** Whether a tick of a round is set: all its steps are done. */
export function isTickDone(plan: Pick<Plan, 'ticks'>, { steps }: RoundTick): boolean {
  return steps.every(({ id }) => isTicked(plan, id));
}

/** The round a step is in, from 0; -1 where it is in none. */
export function roundIndexOf(rounds: readonly Round[], stepId: string): number {
  return rounds.findIndex(({ ticks }) => ticks.some(({ steps }) => steps.some(({ id }) => id === stepId)));
}

/** The tick of a round that comes next; undefined when all are set. */
export function nextTick(plan: Pick<Plan, 'ticks'>, { ticks }: Pick<Round, 'ticks'>): RoundTick | undefined {
  return ticks.find((tick) => !isTickDone(plan, tick));
}

/** What a tick asks of the hands. */
export function workOf(steps: readonly SewingStep[]): StepWork {
  return {
    kind: steps[0]?.work.kind ?? 'prepare',
    seconds: steps.reduce((sum, { work }) => sum + work.seconds, 0),
  };
}

/** Steps that follow each other and are about the same thing belong together: a light is tried and its legs are curled. */
function thingsOf(steps: readonly SewingStep[]): readonly Thing[] {
  const things: Thing[] = [];
  for (const step of steps) {
    const { round } = step;
    const last = things.at(-1);
    if (round === undefined) things.push({ text: '', words: '', steps: [step] });
    else if (last !== undefined && last.words === round.thing && last.steps[0]?.heading === step.heading)
      things[things.length - 1] = {
        ...last,
        text: `${last.text} ${round.text}`,
        steps: [...last.steps, step],
      };
    else things.push({ text: round.text, words: round.thing, steps: [step] });
  }
  return things;
}

/** Things that follow each other and are worked in the same words; what stands alone keeps its steps apart. */
function alike(things: readonly Thing[]): ReadonlyArray<readonly Thing[]> {
  const groups: Thing[][] = [];
  for (const thing of things) {
    const last = groups.at(-1)?.[0];
    const isSame =
      thing.text !== '' && last?.text === thing.text && last.steps[0]?.heading === thing.steps[0]?.heading;
    if (isSame) groups.at(-1)?.push(thing);
    else groups.push([thing]);
  }
  return groups.flatMap((group) =>
    group.length > 1
      ? [group]
      : (group[0]?.steps ?? []).map((step) => [{ text: '', words: '', steps: [step] }]),
  );
}

function lone(step: SewingStep): Round {
  return { ...step, ticks: [{ words: '', steps: [step] }] };
}

function gathered(things: readonly Thing[], steps: readonly SewingStep[], lying: LyingFaces): Round {
  const [first, last] = [steps[0], steps.at(-1)] as [SewingStep, SewingStep];
  const text = things[0]?.text ?? '';
  const ids = new Set(steps.map(({ id }) => id));
  const needs = groupBy(
    steps.flatMap((step) => step.needs.filter(({ stepId }) => !ids.has(stepId))),
    ({ stepId, why }) => `${stepId} ${why}`,
  );
  const chances = steps.flatMap(({ lastChance }) => lastChance ?? []);
  return {
    id: first.id,
    group: first.group,
    heading: first.heading,
    cloth: first.cloth,
    text: `${lying.turning(first)}${text}`,
    partIds: [...new Set(steps.flatMap(({ partIds }) => partIds))],
    runIds: [...new Set(steps.flatMap(({ runIds }) => runIds))],
    work: workOf(steps),
    isSafeStop: last.isSafeStop,
    isCellIn: last.isCellIn,
    faceUp: first.faceUp,
    faceAfter: last.faceAfter,
    needs: [...needs.values()].flatMap(([need]) => need ?? []),
    lastChance: chances.length === 0 ? null : [...new Set(chances)].join(' '),
    ticks: things.map(({ words, steps: own }) => ({ words, steps: own })),
  };
}
