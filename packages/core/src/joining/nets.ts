/**
 * What the stitches really join. A net is everything that is one conductor: terminals of parts, joined by
 * runs. It is always derived from runs and holes, never typed in.
 */

import { holesOfTerminal } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeOf, partOf } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { rememberedLast } from '../units/remembered.ts';
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

/** The terminals of a part, in the order of its holes, then those without a hole. */
export function terminalsOf(plan: Plan, part: Part): readonly Terminal[] {
  const { holes, inner = [] } = kindOf(plan, part);
  const names = new Set([...holes.flatMap((hole) => (hole.plated ? [hole.terminal] : [])), ...inner]);
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

/**
 * Derives all nets of a plan; terminals nothing is sewn to are nets of their own. O(parts + runs). An edit that joins nothing and parts
 * nothing keeps the last answer, the same object.
 */
export const deriveNets: (plan: Plan) => Nets = rememberedLast('nets', sameJoints, deriveAnew);

/**
 * Whether two plans join the same holes of the same parts under the same names: what is left to differ is where
 * things lie and how they are sewn. O(parts + runs), by reference where records are shared.
 */
function sameJoints(a: Plan, b: Plan): boolean {
  return (
    a.ownParts === b.ownParts &&
    (a.parts === b.parts || sameTables(a.parts, b.parts, sameInCircuit)) &&
    (a.runs === b.runs || sameTables(a.runs, b.runs, sameEnds))
  );
}

function sameTables<T>(
  a: Readonly<Record<string, T>>,
  b: Readonly<Record<string, T>>,
  same: (one: T, other: T) => boolean,
): boolean {
  // In another order they are other nets: each goes by its first terminal.
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  if (keys.length !== others.length) return false;
  for (const [i, key] of keys.entries()) {
    if (others[i] !== key) return false;
    const [one, other] = [a[key] as T, b[key] as T];
    if (one !== other && !same(one, other)) return false;
  }
  return true;
}

function sameInCircuit(a: Part, b: Part): boolean {
  return (
    a.kindId === b.kindId &&
    a.name === b.name &&
    a.options === b.options &&
    a.mateId === b.mateId &&
    a.switchedOn === b.switchedOn &&
    a.colourId === b.colourId
  );
}

function sameEnds(a: Run, b: Run): boolean {
  return (
    sameHole(a.from, b.from) && sameHole(a.to, b.to) && a.prewired === b.prewired && a.threadId === b.threadId
  );
}

function sameHole(a: HoleRef, b: HoleRef): boolean {
  return a === b || (a.partId === b.partId && a.holeId === b.holeId);
}

/** Pairs of free ends that are joined by hand for good, each once, in plan order. */
export function joinedEnds(
  plan: Pick<Plan, 'parts' | 'ownParts' | 'habits'>,
): ReadonlyArray<readonly [Part, Part]> {
  const seen = new Set<string>();
  return Object.values(plan.parts).flatMap((part) => {
    if (part.mateId === undefined || seen.has(part.id) || !isJoined(plan, part)) return [];
    const mate = plan.parts[part.mateId];
    if (mate === undefined || mate === part || !isJoined(plan, mate)) return [];
    seen.add(mate.id);
    return [[part, mate] as const];
  });
}

function isJoined(plan: Pick<Plan, 'ownParts' | 'habits'>, part: Part): boolean {
  return kindOf(plan, part).threadEnd?.use === 'joined';
}

function deriveAnew(plan: Plan): Nets {
  const sets = new UnionFind();
  for (const run of Object.values(plan.runs)) {
    sets.join(terminalKey(terminalOfHole(plan, run.from)), terminalKey(terminalOfHole(plan, run.to)));
  }
  for (const [a, b] of joinedEnds(plan))
    sets.join(
      terminalKey({ partId: a.id, terminal: 'tail' }),
      terminalKey({ partId: b.id, terminal: 'tail' }),
    );
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
  const byRun = new Map<string, Net>();
  for (const run of Object.values(plan.runs)) {
    const net = byRoot.get(sets.find(terminalKey(terminalOfHole(plan, run.from))));
    if (net === undefined) continue;
    net.runIds.push(run.id);
    byRun.set(run.id, net);
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
      const net = byRun.get(runId);
      if (net === undefined) throw new RangeError(`nets: no run ${runId}`);
      return net;
    },
  };
}
