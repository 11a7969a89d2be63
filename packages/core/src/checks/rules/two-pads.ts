import { bareName } from '../../spacing/bare-things.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import { partsOfPair, runsOfPair } from '../pair-words.ts';

export const twoPads: CheckRule = {
  id: 'two-pads',
  title: 'Thread on a foreign hole',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'One thread lies on the metal of two holes that are not meant to be joined, so it joins them. Take it round the hole that is not its own.',
  example: 'On its way to the next light, the + thread passes straight over the − hole of this one.',
  counted: (found) => `One thread lies on ${found} pads; it should lie on one.`,
  sees: [],
  checkPair({ plan }, pair) {
    if (pair.onMetal === null) return [];
    const [line, hole] = pair.first.role === 'hole' ? [pair.other, pair.first] : [pair.first, pair.other];
    return [
      {
        key: `two-pads:${pair.key}`,
        ruleId: 'two-pads',
        severity: 'stop',
        at: pair.onMetal,
        message: `${capital(bareName(plan, line))} lies on ${bareName(plan, hole)}, which belongs to another thread.`,
        step: 'Take the thread round that hole.',
        found: { value: 2, unit: 'pads' },
        wanted: { value: 1, unit: 'pads' },
        partIds: partsOfPair(pair),
        runIds: runsOfPair(pair),
      },
    ];
  },
};
