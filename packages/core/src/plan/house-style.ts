/** A maker's habits, kept beside the plans: new plans begin with them, and any plan can take them. */
import * as v from 'valibot';
import type { Result } from '../errors/problem.ts';
import { maybeParseJson } from '../units/json.ts';
import type { Edit } from './edit.ts';
import { changeLegSign } from './edits/plan-edits.ts';
import { habitsProblem } from './problems/other-problems.ts';
import { type Habits, HabitsSchema } from './records.ts';
import type { Plan } from './schema.ts';
import { DEFAULT_HABITS } from './usual.ts';

/** Habits that were kept as text, completed with the usual ones; undefined when they cannot be read. */
export function maybeParseHouseStyle(text: string): Habits | undefined {
  const raw = maybeParseJson(text);
  if (typeof raw !== 'object' || raw === null) return undefined;
  const checked = v.safeParse(HabitsSchema, { ...DEFAULT_HABITS, ...raw });
  return checked.success && habitsProblem(checked.output) === null ? checked.output : undefined;
}

/** Whether two makers work alike: the same choice for every habit, and the same assumed otherwise than usual. */
export function areSameHabits(a: Habits, b: Habits): boolean {
  const [{ assumptions: own, ...habits }, { assumptions: others, ...otherHabits }] = [a, b];
  return areSameFields(habits, otherHabits) && areSameFields(own, others);
}

function areSameFields<Fields extends object>(a: Fields, b: Fields): boolean {
  const keys = new Set([...Object.keys(a), ...Object.keys(b)] as (keyof Fields)[]);
  return [...keys].every((key) => a[key] === b[key]);
}

/** The edit that gives a plan other habits, legs of placed lights included. Runs that are drawn stay as they are. Fails for a value out of its range. */
export function takeHabits(plan: Plan, habits: Habits): Result<Edit> {
  return changeLegSign(plan, habits.legSign, habits, 'take the house style');
}
