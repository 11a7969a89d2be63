import type { NeedRule, Pair } from './need-rule.ts';

/** Two ends are joined over a seam when it is closed, and before the piece is put away. */
export const bridged: NeedRule = {
  id: 'bridged',
  kind: 'must',
  why: 'two ends are joined over a seam when it is closed',
  pairs({ plan }) {
    return Object.values(plan.runs).flatMap((run) =>
      (run.passes ?? []).flatMap(({ seamId }, i): readonly Pair[] => [
        [`work:${seamId}`, `bridge:${run.id}:${i}`],
        [`bridge:${run.id}:${i}`, 'finish:keep'],
      ]),
    );
  },
};
