import { bareName } from '../../spacing/bare-things.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { facesOfPair, partsOfPair, runsOfPair } from '../pair-words.ts';

export const crossing: CheckRule = {
  id: 'crossing',
  title: 'Threads cross',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'Two threads that are not meant to be joined lie across each other. Bare thread touches wherever it crosses, so this is a short. Take one of them round, turn a part, or use another hole; only if nothing else works, carry one over an insulating patch.',
  example: 'The + thread of the lower light goes straight up through the − thread of the row above it.',
  counted: (found) => `They cross ${found === 1 ? 'once' : `${found} times`}; without a patch they must not.`,
  sees: [],
  checkPair: ({ plan }, pair) =>
    pair.crossings.map(
      (at, i): Finding => ({
        key: `crossing:${pair.key}:${i + 1}`,
        ruleId: 'crossing',
        severity: 'stop',
        at,
        faces: facesOfPair(pair),
        message: `${capital(bareName(plan, pair.first))} crosses ${bareName(plan, pair.other)}.`,
        step: 'Take one of the two round the other, turn a part, or use another hole.',
        found: { value: 1, unit: 'crossings' },
        wanted: { value: 0, unit: 'crossings' },
        partIds: partsOfPair(pair),
        runIds: runsOfPair(pair),
      }),
    ),
};
