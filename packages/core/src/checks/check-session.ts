/**
 * The checks of a plan, kept up to date from edit to edit. What is found is the same as in a fresh run (tested on
 * random edits); what is done for it follows what the edit touches.
 */

import { deriveNets, type Nets } from '../joining/nets.ts';
import { deriveSides } from '../joining/sides.ts';
import { firstPanel, panelsCutAnew } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { withContactsClosed } from '../power/operating-states.ts';
import { type NearPair, PairBook } from '../spacing/near-pairs.ts';
import { remembered } from '../units/remembered.ts';
import type { CheckContext, CheckRule } from './check-rule.ts';
import { CHECK_RULES } from './check-rules.ts';
import { currentsAsSet, currentsOf, whyUnsolved } from './currents.ts';
import type { Finding, PlacedFinding, Severity } from './finding.ts';
import { stateFindings } from './state-findings.ts';

const ORDER: readonly Severity[] = ['stop', 'mend', 'note'];

/** What one rule found, by the part or run it was asked about; only where there is something. */
interface Kept {
  readonly parts: Map<string, readonly Finding[]>;
  readonly runs: Map<string, readonly Finding[]>;
  pairs: WeakMap<NearPair, readonly Finding[]>;
  whole: readonly Finding[];
}

/** What differs between two plans, by id. */
interface Differences {
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}

export class CheckSession {
  readonly #rules: readonly CheckRule[];
  readonly #book = new PairBook();
  readonly #kept: readonly Kept[];
  #plan: Plan | null = null;
  #nets: Nets | null = null;
  #findings: readonly PlacedFinding[] = [];
  #failed: string | null = null;

  readonly #withCurrents: boolean;

  /** `withCurrents` false: without what only a solved circuit tells, which `currentFindings` brings. */
  constructor(rules: readonly CheckRule[] = CHECK_RULES, withCurrents = true) {
    this.#rules = rules;
    this.#withCurrents = withCurrents;
    this.#kept = rules.map(() => ({ parts: new Map(), runs: new Map(), pairs: new WeakMap(), whole: [] }));
  }

  /** Why not all by current is known of the plan that was looked at last, in a line; null where all is. */
  get failed(): string | null {
    return this.#failed;
  }

  /** The findings of a plan: worst first, then in the order of the rules, then by what they speak of. */
  update(plan: Plan): readonly PlacedFinding[] {
    const before = this.#plan;
    if (before === plan) return this.#findings;
    const nets = deriveNets(plan);
    const context: CheckContext = { plan, nets, sides: deriveSides(plan) };
    const anew = before === null || this.#nets !== nets;
    const moved = before === null ? NOTHING : runsMovedBySeams(before, plan);
    const differences = before === null ? null : differencesOf(before, plan, moved);
    const pairs = this.#book.moveTo(plan);
    const has = (key: string): boolean => pairs.has(key);
    const found: Finding[] = [];
    for (const [i, rule] of this.#rules.entries()) {
      const kept = this.#kept[i] as Kept;
      const all = anew || rule.sees.some((facet) => hasChanged(facet, before, plan, moved));
      this.#look(rule, kept, context, all ? null : differences);
      const add = (findings: readonly Finding[]): void => {
        found.push(...findings);
      };
      for (const findings of kept.parts.values()) add(findings);
      for (const findings of kept.runs.values()) add(findings);
      add(kept.whole);
      if (rule.checkPair !== undefined) {
        if (all) kept.pairs = new WeakMap();
        for (const pair of pairs.values()) add(ofPair(rule, kept, context, pair, has));
      }
    }
    this.#plan = plan;
    this.#nets = nets;
    const drawn = inOrder(
      found.map((finding) => placed(plan, finding)),
      this.#rules,
    );
    const byCurrent = this.#withCurrents ? lookByCurrent(plan, this.#rules) : NO_LOOK;
    this.#failed = byCurrent.failed;
    this.#findings = this.#withCurrents ? inOrder([...drawn, ...byCurrent.findings], this.#rules) : drawn;
    return this.#findings;
  }

  /** Asks a rule again about what differs, or (null) about everything. */
  #look(rule: CheckRule, kept: Kept, context: CheckContext, differences: Differences | null): void {
    const { plan } = context;
    if (rule.checkPart !== undefined) {
      if (differences === null) kept.parts.clear();
      for (const id of differences?.partIds ?? Object.keys(plan.parts)) {
        const part = plan.parts[id];
        put(kept.parts, id, part === undefined ? [] : rule.checkPart(context, part));
      }
    }
    if (rule.checkRun !== undefined) {
      if (differences === null) kept.runs.clear();
      for (const id of differences?.runIds ?? Object.keys(plan.runs)) {
        const run = plan.runs[id];
        put(kept.runs, id, run === undefined ? [] : rule.checkRun(context, run));
      }
    }
    if (rule.checkWhole !== undefined && differences === null) kept.whole = rule.checkWhole(context);
  }
}

/**
 * What only the solved circuit tells of a plan, in use and in every other state that matters; nothing where it has no answer. Up to
 * three solves, and one or two more for each state (`withStates` false: only in use).
 */
export function currentFindings(
  plan: Plan,
  rules: readonly CheckRule[] = CHECK_RULES,
  withStates = true,
): readonly PlacedFinding[] {
  return lookByCurrent(plan, rules, withStates).findings;
}

/** What is found by current, and why not all of it is known; then nothing counts as clear. */
export interface CurrentLook {
  readonly findings: readonly PlacedFinding[];
  /** In a line; null where all states were solved. */
  readonly failed: string | null;
}

const NO_LOOK: CurrentLook = { findings: [], failed: null };

/** As `currentFindings`, with what failed. */
export function lookByCurrent(
  plan: Plan,
  rules: readonly CheckRule[] = CHECK_RULES,
  withStates = true,
): CurrentLook {
  const asking = rules.filter(({ checkCurrents }) => checkCurrents !== undefined);
  if (asking.length === 0) return NO_LOOK;
  const currents = currentsOf(plan);
  if (currents === null) return { findings: [], failed: whyUnsolved(withContactsClosed(plan)) };
  const context = { plan, nets: deriveNets(plan), sides: deriveSides(plan), currents };
  const inUse = asking.flatMap((rule) => rule.checkCurrents?.(context) ?? []);
  const unsolved: string[] = [];
  const inStates = withStates
    ? stateFindings(context, asking, inUse, undefined, ({ words }) => unsolved.push(words ?? 'all on'))
    : [];
  return {
    findings: [...inUse, ...inStates].map((finding) => placed(plan, finding)),
    failed: unsolved.length === 0 ? null : `No answer was found with ${unsolved.join('; with ')}.`,
  };
}

/**
 * The findings of a plan in the one state it is set to: of the drawing, and by current in that state alone. `words` name the state in
 * what is found by current.
 */
export function findingsAsSet(plan: Plan, words: string): readonly PlacedFinding[] {
  const drawn = new CheckSession(CHECK_RULES, false).update(plan);
  const currents = currentsAsSet(plan, words);
  if (currents === null) return drawn;
  const context = { plan, nets: deriveNets(plan), sides: deriveSides(plan), currents };
  const byCurrent = CHECK_RULES.flatMap((rule) => rule.checkCurrents?.(context) ?? []).map((finding) =>
    placed(plan, { ...finding, state: words }),
  );
  return inOrder([...drawn, ...byCurrent]);
}

/** Worst first, then in the order of the rules, then by what they speak of. */
export function inOrder(
  findings: readonly PlacedFinding[],
  rules: readonly CheckRule[] = CHECK_RULES,
): readonly PlacedFinding[] {
  const place = new Map(rules.map(({ id }, i) => [id, i]));
  return findings
    .map((finding) => ({
      finding,
      rank: ORDER.indexOf(finding.severity) * rules.length + (place.get(finding.ruleId) ?? 0),
      key: sortKey(finding),
    }))
    .sort((a, b) => a.rank - b.rank || (a.key < b.key ? -1 : 1))
    .map(({ finding }) => finding);
}

function put(findings: Map<string, readonly Finding[]>, id: string, found: readonly Finding[]): void {
  if (found.length === 0) findings.delete(id);
  else findings.set(id, found);
}

/** Whether a facet differs in anything a rule can see: where panels lie on the table is nothing, and a run lies elsewhere where its seams do. */
function hasChanged(facet: keyof Plan, before: Plan, plan: Plan, moved: readonly string[]): boolean {
  if (facet === 'panels') return panelsCutAnew(before.panels, plan.panels).size > 0;
  return before[facet] !== plan[facet] || (facet === 'runs' && moved.length > 0);
}

/** The runs over seams, where any seam or outline differs: the lines they are led over have moved. */
function runsMovedBySeams(before: Plan, plan: Plan): readonly string[] {
  if (before.seams === plan.seams && panelsCutAnew(before.panels, plan.panels).size === 0) return NOTHING;
  return Object.values(plan.runs).flatMap(({ id, passes }) => (passes === undefined ? [] : [id]));
}

const NOTHING: readonly string[] = [];

/** Parts that came, went or changed, and runs that did or whose parts did. */
function differencesOf(before: Plan, after: Plan, moved: readonly string[]): Differences {
  const partIds = changedIds(before.parts, after.parts);
  const parts = new Set(partIds);
  const runIds = [...new Set([...changedIds(before.runs, after.runs), ...moved])];
  if (parts.size === 0) return { partIds, runIds };
  const runs = new Set(runIds);
  for (const id in after.runs) {
    const run = after.runs[id];
    if (run !== undefined && (parts.has(run.from.partId) || parts.has(run.to.partId))) runs.add(id);
  }
  return { partIds, runIds: [...runs] };
}

function changedIds<T>(before: Readonly<Record<string, T>>, after: Readonly<Record<string, T>>): string[] {
  if (before === after) return [];
  const ids: string[] = [];
  for (const id in after) if (before[id] !== after[id]) ids.push(id);
  for (const id in before) if (after[id] === undefined) ids.push(id);
  return ids;
}

/** What a rule says of a pair, remembered while the pair stays. */
function ofPair(
  rule: CheckRule,
  kept: Kept,
  context: CheckContext,
  pair: NearPair,
  has: (key: string) => boolean,
): readonly Finding[] {
  const known = kept.pairs.get(pair);
  if (known !== undefined) return known;
  const findings = rule.checkPair?.(context, pair, has) ?? [];
  kept.pairs.set(pair, findings);
  return findings;
}

/** A finding with the panel of what it speaks of first. A thing that comes to another panel is found anew. */
export const placed = remembered(
  { name: 'placed finding', under: (_plan: Plan, finding: Finding) => finding },
  (plan, finding): PlacedFinding => {
    const thing = plan.parts[finding.partIds[0] ?? ''] ?? plan.runs[finding.runIds[0] ?? ''];
    return { ...finding, panelId: finding.panelId ?? thing?.panelId ?? firstPanel(plan).id };
  },
);

/** A key with its numbers made equally long, so that r2 comes before r10. */
const sortKey = remembered({ name: 'sort key', under: (finding: Finding) => finding }, ({ key }) =>
  key.replaceAll(/\d+/g, (digits) => digits.padStart(10, '0')),
);
