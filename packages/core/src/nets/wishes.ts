/** What the plan asks to be joined, as far as Sashiko can tell from its parts: lights in parallel, one switch. */
import { fail, type Result, succeed } from '../errors/problem.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import type { Terminal } from './nets.ts';
import { lightsIn, partsThatAre } from './sides.ts';

/** Terminals that should become one net. A chain starts at the first of them. */
export interface Wish {
  readonly side: '+' | '-';
  readonly title: string;
  readonly terminals: readonly Terminal[];
}

/**
 * Sensible wishes for a plan with one holder: every light between its + and −, and the first separate switch
 * in the side that the habits name. Refused when there is no holder or no light. Further holders and
 * switches are left alone.
 */
export function deriveWishes(plan: Plan): Result<readonly Wish[]> {
  const holder = partsThatAre(plan, 'cell')[0];
  if (holder === undefined) return fail('router-no-supply');
  if (partsThatAre(plan, 'pin').length > 0) return fail('router-board');
  const lights = lightsIn(plan);
  if (lights.length === 0) return fail('router-no-lights');
  const [cell] = elementsOf(kindOf(plan, holder), 'cell');
  if (cell === undefined) throw new RangeError('deriveWishes: the holder has no cell');
  const toggle = partsThatAre(plan, 'switch')[0];
  const wishes: Wish[] = [];
  for (const side of ['+', '-'] as const) {
    const power: Terminal = { partId: holder.id, terminal: side === '+' ? cell.plus : cell.minus };
    const ends = new Map<string, Terminal>();
    for (const { part, light } of lights) {
      const terminal = side === '+' ? light.plus : light.minus;
      ends.set(`${part.id}/${terminal}`, { partId: part.id, terminal });
    }
    const [contact] = toggle === undefined ? [] : elementsOf(kindOf(plan, toggle), 'switch');
    if (toggle !== undefined && contact !== undefined && plan.habits.switchSide === side) {
      const near: Terminal = { partId: toggle.id, terminal: contact.a };
      const far: Terminal = { partId: toggle.id, terminal: contact.b };
      wishes.push({ side, title: 'holder to switch', terminals: [power, near] });
      wishes.push({ side, title: 'switch to lights', terminals: [far, ...ends.values()] });
    } else {
      wishes.push({ side, title: 'holder to lights', terminals: [power, ...ends.values()] });
    }
  }
  return succeed(wishes);
}
