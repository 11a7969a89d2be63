import { bareName } from '../../spacing/bare-things.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import { partsOfPair, runsOfPair } from '../pair-words.ts';

export const wrap: CheckRule = {
  id: 'wrap',
  title: 'Thread between the legs of a light',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'Under a bare light its metal legs lie flat. A thread that passes between them, or is wrapped round both, touches both: the current takes the short way and the light stays dark. Take it round the whole light.',
  example: 'The + thread of a row takes the short cut under the dome of a light, from one side to the other.',
  counted: () => 'The thread passes between the legs; it should not.',
  sees: [],
  checkPair({ plan }, pair) {
    if (pair.betweenLegs === null) return [];
    const [line, legs] = pair.first.role === 'line' ? [pair.first, pair.other] : [pair.other, pair.first];
    const light = plan.parts[legs.partId ?? '']?.name ?? '';
    return [
      {
        key: `wrap:${line.key}+${legs.partId}`,
        ruleId: 'wrap',
        severity: 'stop',
        at: pair.betweenLegs,
        message: `${capital(bareName(plan, line))} passes between the legs of ${light}.`,
        step: 'Take it round the whole light.',
        found: { value: 1, unit: 'crossings' },
        wanted: { value: 0, unit: 'crossings' },
        partIds: partsOfPair(pair),
        runIds: runsOfPair(pair),
      },
    ];
  },
};
