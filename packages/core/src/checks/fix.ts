/** Ways to mend a finding by an edit. What is offered was tried first (`fix-trial.ts`). */
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import { CHECK_RULES, maybeCheckRule } from './check-rules.ts';
import { CheckSession, placed } from './check-session.ts';
import type { Finding, PlacedFinding } from './finding.ts';
import { FIX_KINDS } from './fix-kinds.ts';
import { FixTrial, Tries, triesFor, WORK } from './fix-trial.ts';

/** A fix that was tried and holds. */
export interface Fix {
  readonly id: string;
  /** What it does, in the words of its edit: `turn light 3`. */
  readonly label: string;
  readonly edit: Edit;
}

/** What was found for a finding. */
export interface TriedFixes {
  readonly fixes: readonly Fix[];
  /** Whether all that may mend it was tried; else that would have been too much. */
  readonly isAll: boolean;
}

/** The fixes of findings of one plan, one after another. */
export class Fixes {
  readonly #plan: Plan;
  readonly #trial: FixTrial;
  readonly #tries: Tries;

  /** `tries` bounds what is tried for all findings together. */
  constructor(plan: Plan, tries: Tries = new Tries(Number.POSITIVE_INFINITY)) {
    this.#plan = plan;
    this.#trial = new FixTrial(plan, new CheckSession(CHECK_RULES, false));
    this.#tries = tries;
  }

  /** The fixes of a finding of the plan that hold, the first of each kind, in the order of the kinds. */
  of(finding: PlacedFinding): TriedFixes {
    const fixes = FIX_KINDS.flatMap((kind): readonly Fix[] => {
      if (!kind.rules.includes(finding.ruleId) || !this.#tries.take(kind.looks ?? 0)) return [];
      const edit = kind
        .propose(this.#plan, finding)
        .find((candidate) => this.#trial.mends(finding, candidate, this.#tries));
      return edit === undefined ? [] : [{ id: kind.id, label: edit.label, edit }];
    });
    return { fixes, isAll: !this.#tries.isSpent };
  }
}

/** The fixes of one finding of a plan that hold, as far as there is time to try them on the screen. */
export function fixesFor(plan: Plan, finding: Finding): readonly Fix[] {
  return new Fixes(plan, triesFor(plan, WORK.finding)).of(placed(plan, finding)).fixes;
}

/**
 * Mends all findings of a rule that can be mended, one after another, with the first fix that holds for each: the edits
 * in order. `atMost` bounds the tries.
 */
export function fixAll(plan: Plan, ruleId: string, atMost = 100): readonly Edit[] {
  const isOfCurrents = maybeCheckRule(ruleId)?.checkCurrents !== undefined;
  const session = new CheckSession(CHECK_RULES, isOfCurrents);
  const edits: Edit[] = [];
  const given = new Set<string>();
  let now = plan;
  while (edits.length < atMost) {
    const next = session.update(now).find((one) => one.ruleId === ruleId && !given.has(one.key));
    if (next === undefined) break;
    const fix = fixesFor(now, next)[0];
    if (fix === undefined) given.add(next.key);
    else {
      edits.push(fix.edit);
      now = applyEdit(now, fix.edit);
    }
  }
  return edits;
}
