/** What each stage is about, told of the plan that is open: a few sentences, and what of the plan to draw beside them. */
import { glowingParts } from '../checks/glowing-parts.ts';
import { clothBox } from '../cloth/cloth.ts';
import { partsThatAre } from '../joining/sides.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import type { HoleRef, Panel, Run } from '../plan/records.ts';
import { loopsAt, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { tightestPlaces } from '../spacing/tightest.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatOhm } from '../units/electrical.ts';
import { formatLength } from '../units/length.ts';
import type { WorkPlace } from './what-next.ts';

export interface StageIdea {
  readonly sentences: readonly string[];
  /** What is drawn beside them; both empty where the plan has nothing of it yet. */
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}

/** So many parts can be told apart in a small drawing. */
const MOST_DRAWN = 40;

const IDEAS: Readonly<Record<WorkPlace, (plan: Plan) => StageIdea>> = {
  cloth(plan) {
    const panels = panelsOf(plan);
    const sizeOf = (panel: Panel): string => {
      const { widthMm, heightMm } = clothBox(panel);
      const [width, height] = [widthMm, heightMm].map((mm) => formatLength(mm, plan.habits.unit, 0));
      return `${width} by ${height}`;
    };
    const lies =
      panels.length === 1
        ? `The cloth lies as it is cut, ${panels.map(sizeOf).join()}, its right side up`
        : `The ${panels.length} panels lie as they are cut, ${panels.map((panel) => `${panel.name} ${sizeOf(panel)}`).join('; ')}, their right sides up`;
    return {
      sentences: [
        `${lies}: the side that will be seen. The wrong side lies against the body, or inside.`,
        'What is drawn on it counts: an opening or a keep-out area keeps parts and threads away, a zone of reach says where a hand comes to.',
      ],
      partIds: Object.keys(plan.parts).slice(0, MOST_DRAWN),
      runIds: [],
    };
  },
  parts(plan) {
    const [light] = glowingParts(plan);
    return {
      sentences: [
        `A light shines one way only: power goes in at its + and out at its −. ${light === undefined ? 'The signs stand beside its holes' : `Here that is ${light.name}`}.`,
        howLightsHang(plan),
      ],
      partIds: light === undefined ? [] : [light.id],
      runIds: [],
    };
  },
  thread(plan) {
    const run = longestRun(plan);
    return {
      sentences: [
        run === null
          ? 'A thread that carries power is a wire that is sewn: from hole to hole, over the cloth and through it.'
          : `A thread that carries power is a wire that is sewn. This one, from ${holeName(plan, run.from)} to ${holeName(plan, run.to)}, is ${formatLength(sumRun(plan, run).pathMm, plan.habits.unit, 0)} long, in ${sumRun(plan, run).stitchCount} ${sumRun(plan, run).stitchCount === 1 ? 'stitch' : 'stitches'}, and costs ${formatOhm(sumRun(plan, run).ohm)}.`,
        'It has no insulation: threads of + and − must not touch, and never cross without a patch between them.',
      ],
      partIds: [],
      runIds: run === null ? [] : [run.id],
    };
  },
  check(plan) {
    const [tight] = tightestPlaces(plan, 1);
    const { unit } = plan.habits;
    const pair = tight === undefined ? [] : [tight.first, tight.gap.other];
    return {
      sentences: [
        tight === undefined
          ? 'Check measures how near threads and holes that must stay apart come to each other.'
          : `Where threads that must stay apart come nearest, here, ${formatLength(tight.gap.gapMm, unit)} are left; ${formatLength(tight.gap.wantedMm, unit)} are wanted, because stitches wander and cloth bends.`,
        'A stop would leave it dark or hot: put it right. A mend would work today and fail later. A note is good to know.',
      ],
      partIds: [...new Set(pair.flatMap(({ partId }) => partId ?? []))],
      runIds: [...new Set(pair.flatMap(({ runId }) => runId ?? []))],
    };
  },
  light(plan) {
    const [light] = glowingParts(plan);
    const runs = light === undefined ? [] : runsAt(plan, light.id);
    const ohm = runs.reduce((sum, run) => sum + sumRun(plan, run).ohm, 0);
    return {
      sentences: [
        'The cells push, the threads hold back: the farther power has to go through thread, the less of it comes to a light.',
        ...(light === undefined || runs.length === 0
          ? []
          : [`The threads that end at ${light.name} hold back ${formatOhm(ohm)} together.`]),
      ],
      partIds: light === undefined ? [] : [light.id],
      runIds: runs.map(({ id }) => id),
    };
  },
  sew(plan) {
    const run = longestRun(plan);
    const loops = run === null ? plan.habits.loops : loopsAt(plan, run.from, run.threadId);
    return {
      sentences: [
        `Every metal hole is sewn through ${loops === 1 ? 'once' : `${loops} times`}, tight: thread that lies loose on metal is what most often leaves a light dark.`,
        'The order of the steps is the order in which nothing is in the way, and each thing is tried before it is closed in.',
      ],
      partIds: run === null ? [] : partsOf([run.from]),
      runIds: run === null ? [] : [run.id],
    };
  },
  bench(plan) {
    const [source] = partsThatAre(plan, 'cell');
    const run = source === undefined ? null : (runsAt(plan, source.id)[0] ?? null);
    return {
      sentences: [
        run === null
          ? 'A meter set to ohms says whether two holes are joined by thread, and how well.'
          : `A meter set to ohms says whether two holes are joined. From ${holeName(plan, run.from)} to ${holeName(plan, run.to)} it should show about ${formatOhm(sumRun(plan, run).ohm)} and a little for the loops.`,
        'Measure with the cells out. Between + and − it should show nothing that is joined.',
      ],
      partIds: run === null ? [] : partsOf([run.from, run.to]),
      runIds: run === null ? [] : [run.id],
    };
  },
};

/** What a stage is about, in sentences about this plan. O(parts + runs); for the check stage what the tightest gap costs. */
export function ideaOf(plan: Plan, place: WorkPlace): StageIdea {
  return IDEAS[place](plan);
}

/** How lights are joined with what feeds them: on pins where there is a board, else side by side. */
function howLightsHang(plan: Plan): string {
  const board = Object.values(plan.parts).find((part) =>
    kindOf(plan, part).holes.some(({ role }) => role === 'pin'),
  );
  if (board !== undefined)
    return `What ${board.name} turns on and off hangs on a pin of it, by itself or as a bank; each − is joined with its −.`;
  const [source] = partsThatAre(plan, 'cell');
  return `Lights hang side by side: every + is joined with the + of ${source?.name ?? 'what feeds them'}, every − with its −. Then each gets the full volts, and the others shine on when one fails.`;
}

/** The threads that are sewn at a part, without what came joined. */
function runsAt(plan: Plan, partId: string): readonly Run[] {
  return Object.values(plan.runs).filter(
    ({ from, to, prewired }) => prewired !== true && (from.partId === partId || to.partId === partId),
  );
}

function longestRun(plan: Plan): Run | null {
  // Of thread: wire and tape have no stitches of their own.
  const runs = Object.values(plan.runs).filter(
    ({ prewired, threadId }) => prewired !== true && maybeThreadKind(threadId)?.form === 'thread',
  );
  const lengths = new Map(runs.map((run) => [run, sumRun(plan, run).pathMm]));
  return runs.reduce<Run | null>(
    (best, run) => (best === null || (lengths.get(run) ?? 0) > (lengths.get(best) ?? 0) ? run : best),
    null,
  );
}

function partsOf(holes: readonly HoleRef[]): readonly string[] {
  return [...new Set(holes.map(({ partId }) => partId))];
}
