/** Ways to mend a finding by an edit. What is offered is tried first: it removes the finding and adds no stop. */
import { distance } from '../geometry/point.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import { CHECK_RULES, maybeCheckRule } from './check-rules.ts';
import { CheckSession, currentFindings } from './check-session.ts';
import type { Finding } from './finding.ts';
import { FIX_KINDS } from './fix-kinds.ts';

/** A fix that was tried and holds. */
export interface Fix {
  readonly id: string;
  /** What it does, in the words of its edit: `turn light 3`. */
  readonly label: string;
  readonly edit: Edit;
}

/**
 * The fixes of a finding that hold: the finding goes and no stop comes, by the drawing; of a finding by current, by the currents too. `findings` are those of the plan. Each try costs
 * two incremental checks.
 */
export function fixesFor(
  plan: Plan,
  finding: Finding,
  session: CheckSession = startedSession(plan),
): readonly Fix[] {
  const stops = stopsIn(session.update(plan));
  const isOfCurrents = maybeCheckRule(finding.ruleId)?.checkCurrents !== undefined;
  const strong = isOfCurrents ? currentFindings(plan) : null;
  let inUse: readonly Finding[] | null = null;
  const fixes: Fix[] = [];
  for (const kind of FIX_KINDS) {
    if (!kind.rules.includes(finding.ruleId)) continue;
    const edit = kind.propose(plan, finding).find((candidate) => {
      const after = session.update(applyEdit(plan, candidate));
      if (!addsNoStop(stops, after)) return false;
      if (strong === null) {
        if (after.some((one) => one.key === finding.key)) return false;
        if (kind.changesCircuit !== true) return true;
        inUse ??= stopsIn(currentFindings(plan, CHECK_RULES, false));
        return addsNoStop(inUse, currentFindings(applyEdit(plan, candidate), CHECK_RULES, false));
      }
      const next = applyEdit(plan, candidate);
      // What does not help in use needs no look at every state.
      const isInUse = finding.state === undefined;
      if (isInUse && currentFindings(next, CHECK_RULES, false).some((one) => one.key === finding.key))
        return false;
      const now = currentFindings(next);
      return !now.some((one) => one.key === finding.key) && addsNoStop(stopsIn(strong), now);
    });
    if (edit !== undefined) fixes.push({ id: kind.id, label: edit.label, edit });
  }
  session.update(plan);
  return fixes;
}

function startedSession(plan: Plan): CheckSession {
  const session = new CheckSession(CHECK_RULES, false);
  session.update(plan);
  return session;
}

function stopsIn(findings: readonly Finding[]): readonly Finding[] {
  return findings.filter((finding) => finding.severity === 'stop');
}

/** A stop of the same rule so near to an old one is the old one under another name, mm. */
const SAME_PLACE_MM = 1;

function addsNoStop(before: readonly Finding[], after: readonly Finding[]): boolean {
  return stopsIn(after).every((finding) =>
    before.some(
      (old) =>
        old.key === finding.key ||
        (old.ruleId === finding.ruleId && distance(old.at, finding.at) < SAME_PLACE_MM),
    ),
  );
}

/**
 * Mends all findings of a rule that can be mended, one after another, with the first fix that holds for each: the edits
 * in order. `atMost` bounds the tries.
 */
export function fixAll(plan: Plan, ruleId: string, atMost = 100): readonly Edit[] {
  const isOfCurrents = maybeCheckRule(ruleId)?.checkCurrents !== undefined;
  const session = isOfCurrents ? new CheckSession() : startedSession(plan);
  const edits: Edit[] = [];
  const given = new Set<string>();
  let now = plan;
  while (edits.length < atMost) {
    const next = session.update(now).find((one) => one.ruleId === ruleId && !given.has(one.key));
    if (next === undefined) break;
    const fix = fixesFor(now, next, session)[0];
    if (fix === undefined) given.add(next.key);
    else {
      edits.push(fix.edit);
      now = applyEdit(now, fix.edit);
    }
  }
  return edits;
}
