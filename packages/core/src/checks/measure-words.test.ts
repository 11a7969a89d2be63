/** Each rule says which way is better, and what it finds is worse than what it wants, as it is printed. */
import { expect, test } from 'vitest';
import { checkedOnce } from '../testing/checked-once.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { checkPlan } from './check-plan.ts';
import { maybeCheckRule } from './check-rules.ts';
import { bothPrinted, foundAndWanted, isMeasured } from './measure-words.ts';

test.each(seeds(24, 300))(
  'agreement: what is found is worse than what is wanted, as printed, in plan %i',
  (seed) => {
    for (const finding of checkedOnce(randomPlan(seed))) {
      const { found, wanted, ruleId, message } = finding;
      const better = maybeCheckRule(ruleId)?.better;
      expect(found === null, message).toBe(wanted === null);
      if (found === null || wanted === null || better === 'none') continue;
      expect(found.unit, message).toBe(wanted.unit);
      const [worse, best] = better === 'more' ? [found, wanted] : [wanted, found];
      expect(worse.value, `${ruleId}: ${message}`).toBeLessThan(best.value);
      for (const unit of ['mm', 'in'] as const) {
        const [here, aim] = bothPrinted(found, wanted, unit);
        if (isMeasured(found)) expect(here, message).not.toBe(aim);
        else expect(foundAndWanted(finding, unit), message).not.toBe('');
      }
      // No step of nothing is advised.
      expect(finding.step, message).not.toMatch(/(?<![\d.])0(?:\.0)? mm/);
    }
  },
);

test('the sentence follows the hole, and a board that is sewn the wrong way round is not turned under the threads of its pins', () => {
  const { plan } = new PlanBuilder('Words', 600, 400)
    .place('aaa-holder-2', 'holder', 80, 200)
    .place('board-round', 'board', 300, 200)
    .place('addressable-light', 'glow', 500, 200)
    .sew('holder.plus-1', 'board.ground', [[200, 60]])
    .sew('holder.minus-1', 'board.supply', [[200, 340]]);
  const stepOf = (ruleId: string, words: RegExp): string | undefined =>
    checkPlan(plan).find((one) => one.ruleId === ruleId && words.test(one.message))?.step;
  expect(stepOf('open', /in of glow/i)).toBe(
    'Sew it to the data-out of the light before it, or to a pin of the board.',
  );
  expect(stepOf('open', /\+ .*of glow/)).toMatch(/same sign/);
  expect(stepOf('reversed', /board/)).toMatch(
    /^Exchange what is sewn to its \+ and to its −: holder to board .* for holder to board/,
  );
});

test('what rounding would make one is printed with more digits', () => {
  const volt = (value: number) => ({ value, unit: 'V' }) as const;
  expect(bothPrinted(volt(2.398), volt(2.4), 'mm').map((text) => text.replace(/\s/, ' '))).toEqual([
    '2.398 V',
    '2.4 V',
  ]);
  const mm = (value: number) => ({ value, unit: 'mm' }) as const;
  expect(bothPrinted(mm(4.8), mm(5), 'mm')).toEqual(['4.8 mm', '5 mm']);
  expect(bothPrinted(mm(4.99), mm(5), 'in')[0]).not.toBe(bothPrinted(mm(4.99), mm(5), 'in')[1]);
});
