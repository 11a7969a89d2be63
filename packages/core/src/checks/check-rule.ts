import type { Nets } from '../joining/nets.ts';
import type { Sides } from '../joining/sides.ts';
import type { Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { NearPair } from '../spacing/near-pairs.ts';
import type { Currents } from './currents.ts';
import type { Finding, Severity } from './finding.ts';

/** What every rule may look at. */
export interface CheckContext {
  readonly plan: Plan;
  readonly nets: Nets;
  /** Sides with every switch counted as closed. */
  readonly sides: Sides;
}

/** With the circuit solved. */
export interface CurrentContext extends CheckContext {
  readonly currents: Currents;
}

/** A field of the plan that a rule looks at besides the one part or run it is given. */
export type Facet =
  | 'panels'
  | 'seams'
  | 'layers'
  | 'works'
  | 'facts'
  | 'habits'
  | 'parts'
  | 'runs'
  | 'patches'
  | 'wishes'
  | 'spools'
  | 'kits';

/**
 * One rule. The word `touching` tells the two kinds of fault apart that must never be confused.
 *
 * A rule says what its findings hang on, so that an edit re-runs only what it touches: `checkPart` may look at its
 * part (and, through the nets and sides, at what is joined to what), `checkRun` at its run and the two parts it is
 * sewn to, `checkPair` at the pair it is given, and all of them at the fields in `sees`. A change of the nets, of a
 * name or a kind re-runs everything.
 */
export interface CheckRule {
  readonly id: string;
  readonly title: string;
  /** The severity it usually has; a finding may be milder. */
  readonly severity: Severity;
  readonly touching: 'touching that should not' | 'not touching that should' | null;
  /** Which way what it finds gets better; none: it measures nothing, or misses either way. */
  readonly better: 'more' | 'less' | 'none';
  /** Why it matters and how to mend it, in plain words: its page in docs/checks.md. */
  readonly help: string;
  /** A small case in which it fires, for its page. */
  readonly example: string;
  /** What only the maker can do, as a sentence: of rules that no edit of the plan mends. */
  readonly byHand?: string;
  /** What was counted and what is wanted, as a sentence: of rules whose findings count something. */
  counted?(found: number, wanted: number): string;
  readonly sees: readonly Facet[];
  checkPart?(context: CheckContext, part: Part): readonly Finding[];
  checkRun?(context: CheckContext, run: Run): readonly Finding[];
  /** `has` tells whether there is a pair with some key. */
  checkPair?(context: CheckContext, pair: NearPair, has: (key: string) => boolean): readonly Finding[];
  checkWhole?(context: CheckContext): readonly Finding[];
  /** What only the solved circuit tells: asked anew after every edit, beside everything else. */
  checkCurrents?(context: CurrentContext): readonly Finding[];
  /** What it says by current is asked in every operating state, not only with everything in use. */
  readonly inStates?: true;
}
