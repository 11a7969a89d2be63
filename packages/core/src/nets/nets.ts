/**
 * What the stitches really join. A net is everything that is one conductor: terminals of parts, joined by
 * runs. It is always derived from runs and holes, never typed in.
 */
import { holesOfTerminal } from '../parts/part-kind.ts';
import { holeOf, kindOf, partOf } from '../plan/placed.ts';
import type { HoleRef, Part, Plan } from '../plan/schema.ts';
import { UnionFind } from './union-find.ts';

/** One conductor inside a part, such as all + holes of a holder. */
export interface Terminal {
  readonly partId: string;
  readonly terminal: string;
}

export interface Net {
  /** Key of its first terminal in plan order: stable while that terminal stays. */
  readonly id: string;
  readonly terminals: readonly Terminal[];
  readonly runIds: readonly string[];
}

export interface Nets {
  readonly all: readonly Net[];
  ofTerminal(terminal: Terminal): Net;
  ofHole(ref: HoleRef): Net;
  ofRun(runId: string): Net;
}

/** A terminal as one word: `p3/plus`. */
export function terminalKey({ partId, terminal }: Terminal): string {
  return `${partId}/${terminal}`;
}

/** The terminals of a part, in the order of its holes. */
export function terminalsOf(plan: Plan, part: Part): readonly Terminal[] {
  const names = new Set(kindOf(plan, part).holes.flatMap((hole) => (hole.plated ? [hole.terminal] : [])));
  return [...names].map((terminal) => ({ partId: part.id, terminal }));
}

/** The terminal a hole belongs to. Throws RangeError for holes that do not exist. */
export function terminalOfHole(plan: Plan, ref: HoleRef): Terminal {
  return { partId: ref.partId, terminal: holeOf(plan, ref).terminal };
}

/** The holes of a terminal: any of them serves. */
export function holesOf(plan: Plan, { partId, terminal }: Terminal): readonly HoleRef[] {
  return holesOfTerminal(kindOf(plan, partOf(plan, partId)), terminal).map((hole) => ({
    partId,
    holeId: hole.id,
  }));
}

const remembered = new WeakMap<Plan['runs'], { readonly parts: Plan['parts']; readonly nets: Nets }>();

/** Derives all nets of a plan; terminals nothing is sewn to are nets of their own. O(parts + runs). */
export function deriveNets(plan: Plan): Nets {
  const known = remembered.get(plan.runs);
  if (known !== undefined && known.parts === plan.parts) return known.nets;
  const nets = deriveAnew(plan);
  remembered.set(plan.runs, { parts: plan.parts, nets });
  return nets;
}

function deriveAnew(plan: Plan): Nets {
  const sets = new UnionFind();
  for (const run of Object.values(plan.runs)) {
    sets.join(terminalKey(terminalOfHole(plan, run.from)), terminalKey(terminalOfHole(plan, run.to)));
  }
  const byRoot = new Map<string, { id: string; terminals: Terminal[]; runIds: string[] }>();
  for (const part of Object.values(plan.parts)) {
    for (const terminal of terminalsOf(plan, part)) {
      const key = terminalKey(terminal);
      const root = sets.find(key);
      const net = byRoot.get(root);
      if (net === undefined) byRoot.set(root, { id: key, terminals: [terminal], runIds: [] });
      else net.terminals.push(terminal);
    }
  }
  for (const run of Object.values(plan.runs)) {
    byRoot.get(sets.find(terminalKey(terminalOfHole(plan, run.from))))?.runIds.push(run.id);
  }
  const ofTerminal = (terminal: Terminal): Net => {
    const net = byRoot.get(sets.find(terminalKey(terminal)));
    if (net === undefined) throw new RangeError(`nets: no terminal ${terminalKey(terminal)}`);
    return net;
  };
  return {
    all: [...byRoot.values()],
    ofTerminal,
    ofHole: (ref) => ofTerminal(terminalOfHole(plan, ref)),
    ofRun: (runId) => {
      const run = plan.runs[runId];
      if (run === undefined) throw new RangeError(`nets: no run ${runId}`);
      return ofTerminal(terminalOfHole(plan, run.from));
    },
  };
}
