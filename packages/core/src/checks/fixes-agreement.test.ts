/**
 * Whatever the piece, a fix that is offered keeps its promise, held here against the whole of Check and against every state solved by itself: the
 * finding goes, no stop comes, no more mends come than findings go, and lights go on as they did.
 */
import { expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { lightAnswer } from '../circuit/will-it-light.ts';
import { applyEdit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import { validatePlan } from '../plan/validate.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { CheckSession } from './check-session.ts';
import type { PlacedFinding } from './finding.ts';
import { fixesOfAll } from './fix.ts';
import { Tries } from './tries.ts';

/** Of each plan so many findings, each of another rule. */
const FINDINGS = 3;
const LOOKS = 90;

const found = (plan: Plan): readonly PlacedFinding[] => new CheckSession().update(plan);

test.each(seeds(24, 300))('taken, a fix keeps its promise in every state, in plan %i', (seed) => {
  const plan = randomPlan(seed);
  const before = found(plan);
  const chosen = oneOfEach(before, seed);
  for (const [i, { fixes }] of fixesOfAll(plan, chosen, new Tries(LOOKS)).entries())
    for (const { id, label, edit } of fixes) {
      const finding = chosen[i] as PlacedFinding;
      const what = `${finding.key} by ${id}: ${label}`;
      const next = applyEdit(plan, edit);
      expect(validatePlan(next).ok, what).toBe(true);
      // In words of its own, not those of any edit of its sort.
      expect(label).not.toMatch(/^(?:change|accept|set) |^add a bend/);
      const after = found(next);
      expect(
        after.some(({ key, severity }) => key === finding.key && severity === finding.severity),
        what,
      ).toBe(false);
      expect(cameOf('stop', before, after), what).toEqual([]);
      expect(cameOf('mend', before, after).length, what).toBeLessThanOrEqual(
        [...cameOf('stop', after, before), ...cameOf('mend', after, before)].length,
      );
      expect(weightOf(after), what).toBeLessThan(weightOf(before));
      expect(next.wishes, what).toEqual(plan.wishes);
      expectLights(plan, next, what);
    }
});

function oneOfEach(findings: readonly PlacedFinding[], seed: number): readonly PlacedFinding[] {
  const rules = [...new Set(findings.map(({ ruleId }) => ruleId))];
  const turned = rules.map((_, i) => rules[(i + seed) % rules.length] as string);
  return turned.slice(0, FINDINGS).flatMap((rule) => findings.find(({ ruleId }) => ruleId === rule) ?? []);
}

/** Stops before mends, mends before notes. */
function weightOf(findings: readonly PlacedFinding[]): number {
  const worth = { stop: 1e6, mend: 1e3, note: 1 };
  return findings.reduce((sum, { severity }) => sum + worth[severity], 0);
}

/** What the second list has that the first has not: by rule, parts and place, or by name where its part was moved. */
function cameOf(
  severity: string,
  before: readonly PlacedFinding[],
  after: readonly PlacedFinding[],
): readonly string[] {
  const left = before.filter((one) => one.severity === severity);
  return after.flatMap((finding) => {
    if (finding.severity !== severity) return [];
    const at = left.findIndex(
      (one) =>
        one.ruleId === finding.ruleId &&
        (one.key.split('~')[0] === finding.key.split('~')[0] ||
          (Math.hypot(one.at.x - finding.at.x, one.at.y - finding.at.y) < 1 &&
            [...one.partIds].sort().join() === [...finding.partIds].sort().join())),
    );
    if (at < 0) return [finding.message];
    left.splice(at, 1);
    return [];
  });
}

/** The lights that show in each state of a plan, each state solved by itself; null where one has no answer. */
function litIn(plan: Plan): ReadonlyMap<string, ReadonlySet<string>> | null {
  const lit = new Map<string, ReadonlySet<string>>();
  for (const { id, switches } of statesThatMatter(plan)) {
    const parts = Object.entries(plan.parts).map(([partId, part]) => {
      const switchedOn = switches.get(partId);
      return [partId, switchedOn === undefined ? part : { ...part, switchedOn }] as const;
    });
    const set = { ...plan, parts: Object.fromEntries(parts) };
    const point = solvePlan(set, { touchOhm: null });
    if (!point.ok) return null;
    const { lights } = lightAnswer(set, point.value);
    lit.set(id, new Set(lights.flatMap((light) => (light.isLit ? [light.id] : []))));
  }
  return lit;
}

/** What is lit in use stays so; what a state switches off stays off there, and what it switches on is on. */
function expectLights(plan: Plan, next: Plan, what: string): void {
  const [before, after] = [litIn(plan), litIn(next)];
  expect(after, what).not.toBeNull();
  const [wasOn, isOn] = [before?.get('on') ?? new Set<string>(), after?.get('on') ?? new Set<string>()];
  for (const id of wasOn) if (next.parts[id.split('-')[0] as string]) expect(isOn, what).toContain(id);
  for (const [state, was] of before ?? []) {
    const is = after?.get(state);
    if (is === undefined || state === 'on') continue;
    // A light that is on in use and off where something is only opened was switched off: so it stays.
    const opens = !state.endsWith('-on');
    if (opens) for (const id of wasOn) if (!was.has(id)) expect(is, `${what}, ${state}`).not.toContain(id);
    if (opens) continue;
    for (const id of was)
      if (next.parts[id.split('-')[0] as string]) expect(is, `${what}, ${state}`).toContain(id);
  }
}
