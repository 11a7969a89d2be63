import { describe, expect, test } from 'vitest';
import { deriveNets, type Net } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { apartProofs } from '../meter/apart.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';
import { randomIndex, seededRandom } from '../random/random.ts';
import { seeds, tries } from '../testing/seeds.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { sewingSheet } from './sewing-sheet.ts';
import type { SewingStep } from './step.ts';
import { movedOrder } from './step-order.ts';

const PUTS_IN = /\b(?:put|plug) the (?:coin cell|\d+ cells|cell|\d+ packs|pack) into /i;
const TAKES_OUT = /\b(?:take the (?:coin )?cells? out|unplug the packs?)/i;
/** Work that lays conductive thread, wire or tape, or moves its ends. */
const CONDUCTIVE = /^(?:start|sew|joint|tail|finish:r)/;

/** What is wrong with the order of steps, read from their words: power in unproved, or ohms measured with it in. */
function orderProblems(steps: readonly Pick<SewingStep, 'id' | 'text'>[]): readonly string[] {
  const problems: string[] = [];
  const proved = new Set<string>();
  let isIn = false;
  for (const { id, text } of steps) {
    if (CONDUCTIVE.test(id)) {
      proved.clear();
      if (isIn) problems.push(`${id}: sewn with the power in`);
    }
    const measures = text.search(/measure ohms|meter should read about [\d.]+/);
    const puts = text.search(PUTS_IN);
    if (measures !== -1 && isIn) problems.push(`${id}: ohms with the power in`);
    if (measures !== -1 && puts !== -1 && measures > puts) problems.push(`${id}: ohms after the power is in`);
    const source = id.split(':').at(-1) ?? '';
    if (id.startsWith('test:apart:')) proved.add(source);
    if (puts !== -1) {
      const isProvedHere = measures !== -1 && /put no power in\. Only then: /.test(text);
      if (!isProvedHere && !proved.has(source))
        problems.push(`${id}: power in, and + and − are not proved apart`);
      isIn = true;
    }
    if (TAKES_OUT.test(text.slice(Math.max(0, puts)))) isIn = false;
  }
  return problems;
}

/** Conductors of + and of − that no probe of the proof stands for, by a plain look at nets and contacts. */
function unprovedPairs(plan: Plan): readonly string[] {
  const nets = deriveNets(plan);
  const closed = new UnionFind();
  const byHand = new UnionFind();
  for (const { a, b, closedBy } of contactsOf(plan)) {
    closed.join(nets.ofTerminal(a).id, nets.ofTerminal(b).id);
    if (closedBy === 'hand') byHand.join(nets.ofTerminal(a).id, nets.ofTerminal(b).id);
  }
  const proofs = apartProofs(plan);
  return Object.values(plan.parts).flatMap((part) =>
    elementsOf(kindOf(plan, part), 'cell').flatMap((cell) => {
      const side = (terminal: string): readonly Net[] => {
        const own = nets.ofTerminal({ partId: part.id, terminal });
        return nets.all.filter(
          ({ id, runIds }) => runIds.length > 0 && closed.find(id) === closed.find(own.id),
        );
      };
      const proof = proofs.find(({ circuit }) => circuit.source.part.id === part.id);
      const isMeasured = (one: Net, other: Net): boolean =>
        proof?.pairs.some(
          ({ a, b }) =>
            byHand.find(nets.ofHole(a).id) === byHand.find(one.id) &&
            byHand.find(nets.ofHole(b).id) === byHand.find(other.id),
        ) === true;
      const [plus, minus] = [side(cell.plus), side(cell.minus)];
      // + and − that the drawing itself joins are a stop of its own, and no power goes in at all.
      const isShorted = plus.some((one) =>
        minus.some((other) => closed.find(one.id) === closed.find(other.id)),
      );
      if (isShorted) return proof === undefined ? [] : [`${part.id}: shorted by the drawing, yet proved`];
      return plus.flatMap((one) =>
        minus.flatMap((other) => (isMeasured(one, other) ? [] : [`${part.id}: ${one.id} and ${other.id}`])),
      );
    }),
  );
}

describe('no power before + and − are proved apart', () => {
  test.each(seeds(6, 40))('random plans of every part, lot %i', (lot) => {
    for (let i = 0; i < 25; i += 1) {
      const seed = (lot - 1) * 25 + i;
      const plan = randomPiece(seed);
      const { steps } = sewingSheet(plan);
      expect(orderProblems(steps), `seed ${seed}`).toEqual([]);
      expect(unprovedPairs(plan), `seed ${seed}`).toEqual([]);
    }
  });

  test('wherever a maker drags the steps', () => {
    for (let seed = 0; seed < tries(24, 60); seed += 1) {
      const random = seededRandom(seed + 5000);
      let plan = randomPiece(seed);
      let { steps } = sewingSheet(plan);
      for (let drag = 0; drag < 12 && steps.length > 1; drag += 1) {
        const step = steps[randomIndex(random, steps.length)] as SewingStep;
        const order = movedOrder(steps, [step.id], randomIndex(random, steps.length));
        if (!order.ok) continue;
        plan = { ...plan, stepOrder: order.value };
        steps = sewingSheet(plan).steps;
        expect(orderProblems(steps), `seed ${seed}, ${step.id} dragged`).toEqual([]);
      }
    }
  });

  test('the look at the order notices what is wrong', () => {
    const { steps } = sewingSheet(randomPiece(3));
    const cell = steps.findIndex(({ id }) => id.startsWith('finish:cell:'));
    expect(cell).toBeGreaterThan(0);
    const early = [steps[cell] as SewingStep, ...steps.filter((_, i) => i !== cell)];
    expect(orderProblems(early).length).toBeGreaterThan(1);
    expect(orderProblems(steps.filter(({ id }) => !id.startsWith('test:apart:')))).not.toEqual([]);
  });
});
