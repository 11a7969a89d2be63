/** Ways to mend a finding by an edit. What is offered was tried first (`fix-trial.ts`). */
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import { CHECK_RULES, maybeCheckRule } from './check-rules.ts';
import { CheckSession, placed } from './check-session.ts';
import type { Finding, PlacedFinding } from './finding.ts';
import { FIX_KINDS } from './fix-kinds.ts';
import { FixTrial } from './fix-trial.ts';
import { Tries, triesFor, WORK } from './tries.ts';

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
class Fixes {
  readonly #plan: Plan;
  readonly #trial: FixTrial;

  constructor(plan: Plan) {
    this.#plan = plan;
    this.#trial = new FixTrial(plan, new CheckSession(CHECK_RULES, false));
  }

  /** The fixes of a finding of the plan that hold, the first of each kind, in the order of the kinds. */
  of(finding: PlacedFinding, tries: Tries): TriedFixes {
    const fixes = [...this.#holding(finding, tries)];
    return { fixes, isAll: !tries.isSpent };
  }

  /** The first of them; undefined where none holds. What comes after it is not tried. */
  firstOf(finding: PlacedFinding, tries: Tries): Fix | undefined {
    const [first] = this.#holding(finding, tries);
    return first;
  }

  *#holding(finding: PlacedFinding, tries: Tries): Generator<Fix> {
    for (const kind of FIX_KINDS) {
      if (!kind.rules.includes(finding.ruleId) || !tries.hasFor(LOOKS_A_TRIAL)) continue;
      for (const edit of kind.propose(this.#plan, finding, tries)) {
        if (this.#trial.mends(finding, edit, tries)) {
          yield { id: kind.id, label: edit.label, edit };
          break;
        }
        if (tries.isSpent) break;
      }
    }
  }
}

/** The fixes of one finding of a plan that hold, as far as there is time to try them on the screen. */
export function fixesFor(plan: Plan, finding: Finding): TriedFixes {
  return new Fixes(plan).of(placed(plan, finding), triesFor(plan, WORK.finding));
}

/** No fix is known to hold after fewer looks: one at the drawing, two solves in use. */
const LOOKS_A_TRIAL = 3;

/** A finding has this many times as much as each of those that are left would have, and enough for one fix that needs nothing of the router. */
const SHARES = 3;
const LEAST_LOOKS = 12;

/** The fixes of all findings of a plan, in their order, as far as so many tries go. */
export function fixesOfAll(
  plan: Plan,
  findings: readonly PlacedFinding[],
  tries: Tries = triesFor(plan, WORK.plan),
): readonly TriedFixes[] {
  const fixes = new Fixes(plan);
  return findings.map((finding, i) => {
    const share = (SHARES * tries.left) / (findings.length - i);
    return fixes.of(finding, new Tries(Math.max(LEAST_LOOKS, Math.ceil(share)), tries));
  });
}

/**
 * Mends all findings of a rule that can be mended, one after another, with the first fix that holds for each: the edits
 * in order. `atMost` bounds how many. Gives between them which share of the findings was looked at.
 */
export function* makeFixAll(plan: Plan, ruleId: string, atMost = 100): Generator<number, readonly Edit[]> {
  const isOfCurrents = maybeCheckRule(ruleId)?.checkCurrents !== undefined;
  const session = new CheckSession(CHECK_RULES, isOfCurrents);
  const edits: Edit[] = [];
  const given = new Set<string>();
  let now = plan;
  while (edits.length < atMost) {
    const open = session.update(now).filter((one) => one.ruleId === ruleId && !given.has(one.key));
    const [next] = open;
    if (next === undefined) break;
    const done = edits.length + given.size;
    yield done / (done + open.length);
    const fix = new Fixes(now).firstOf(next, triesFor(now, WORK.finding));
    if (fix === undefined) given.add(next.key);
    else {
      edits.push(fix.edit);
      now = applyEdit(now, fix.edit);
    }
  }
  return edits;
}
