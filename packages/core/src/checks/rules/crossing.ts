import { bareName } from '../../spacing/bare-things.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { isOnlyJoint } from '../only-joint.ts';
import { facesOfPair, partsOfPair, runsOfPair } from '../pair-words.ts';

export const crossing: CheckRule = {
  id: 'crossing',
  title: 'Threads cross',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'Two threads that are not meant to be joined lie across each other. Bare thread touches wherever it crosses, so this is a short. Take one of them round, turn a part, or use another hole; only if nothing else works, carry one over an insulating patch. Where the circuits of the two share nothing and this is the one place where they touch, no current can flow round over it: it is to be mended, and stops nothing.',
  example: 'The + thread of the lower light goes straight up through the − thread of the row above it.',
  counted: (found) => `They cross ${found === 1 ? 'once' : `${found} times`}; without a patch they must not.`,
  sees: ['panels', 'seams', 'parts', 'runs', 'patches', 'habits', 'spools'],
  checkPair: (context, pair) => {
    const { plan } = context;
    if (pair.crossings.length === 0) return [];
    const isHarmless = isOnlyJoint(context, pair);
    return pair.crossings.map(
      (at, i): Finding => ({
        key: `crossing:${pair.key}:${i + 1}`,
        ruleId: 'crossing',
        severity: isHarmless ? 'mend' : 'stop',
        at,
        faces: facesOfPair(pair),
        message: `${capital(bareName(plan, pair.first))} crosses ${bareName(plan, pair.other)}.${
          isHarmless
            ? ' Their circuits share nothing and touch nowhere else, so no current changes; one more such place would be a short.'
            : ''
        }`,
        step: 'Take one of the two round the other, turn a part, or use another hole.',
        found: { value: 1, unit: 'crossings' },
        wanted: { value: 0, unit: 'crossings' },
        partIds: partsOfPair(pair),
        runIds: runsOfPair(pair),
      }),
    );
  },
};
