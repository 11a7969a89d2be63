/** What is found in states, held against a plain way to find it written apart: conductors followed hole by hole, distances by double loops. */
import { describe, expect, test } from 'vitest';
import { deriveNets } from '../joining/nets.ts';
import { deriveSides } from '../joining/sides.ts';
import { kindOf } from '../plan/kind-of.ts';
import { placedOutline } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { fedIn } from '../power/fed.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { pinStands } from '../power/pin-stands.ts';
import { seededRandom } from '../random/random.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { switchedPiece } from '../testing/switched-piece.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { checkPlan } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';
import { currentsOf } from './currents.ts';
import { stateFindings } from './state-findings.ts';

/** Everything that is one conductor with a place, `part/terminal`, in a state: followed step by step, no sets of sets. */
function conductorOf(
  plan: Plan,
  start: string,
  switches: ReadonlyMap<string, boolean>,
  through: boolean,
): Set<string> {
  const isOn = (id: string | undefined): boolean => id === undefined || (switches.get(id) ?? true);
  const stands = pinStands(plan);
  const edges: [string, string][] = [];
  const terminal = (ref: { partId: string; holeId: string }): string => {
    const part = plan.parts[ref.partId] as Part;
    const hole = kindOf(plan, part).holes.find(({ id }) => id === ref.holeId);
    return `${ref.partId}/${hole?.terminal}`;
  };
  for (const run of Object.values(plan.runs)) edges.push([terminal(run.from), terminal(run.to)]);
  for (const part of Object.values(plan.parts))
    for (const element of kindOf(plan, part).elements) {
      const at = (name: string): string => `${part.id}/${name}`;
      if (element.kind === 'switch' && isOn(part.id)) edges.push([at(element.a), at(element.b)]);
      if (element.kind === 'half' && part.mateId !== undefined && isOn(part.id) && isOn(part.mateId)) {
        const mate = plan.parts[part.mateId];
        const other =
          mate === undefined ? undefined : kindOf(plan, mate).elements.find((one) => one.kind === 'half');
        if (other?.kind === 'half' && other.terminal === element.terminal)
          edges.push([at(element.terminal), `${part.mateId}/${element.terminal}`]);
      }
      if (!through) continue;
      if (element.kind === 'resistor') edges.push([at(element.a), at(element.b)]);
      if (element.kind === 'regulator') edges.push([at(element.input), at(element.output)]);
      if (element.kind === 'pin' && !stands.has(`${part.id}.${element.pin}`))
        edges.push([at(element.supply), at(element.pin)]);
    }
  const reached = new Set([start]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const [a, b] of edges)
      if (reached.has(a) !== reached.has(b)) {
        reached.add(a).add(b);
        grew = true;
      }
  }
  return reached;
}

const PLANS: ReadonlyArray<readonly [string, Plan]> = [
  ['six switches, three buttons', switchedPiece({ switches: 6, buttons: 3, lights: 18 })],
  [
    'bare lights',
    switchedPiece({ switches: 4, buttons: 2, lights: 10, lightKind: 'bare-leg-light-5', colourId: 'red' }),
  ],
  ...Array.from({ length: 24 }, (_, i) => [`piece ${i + 1}`, insulated(randomPiece(i + 1))] as const),
];

describe.each(PLANS)('%s', (_name, plan) => {
  const states = statesThatMatter(plan);

  test('what is fed in each state is what a conductor leads to', () => {
    const sources = Object.values(plan.parts).flatMap((part) =>
      kindOf(plan, part).elements.flatMap((cell) => (cell.kind === 'cell' ? [{ part, cell }] : [])),
    );
    for (const { switches } of states.slice(0, 8)) {
      const fed = fedIn(plan, switches);
      const ends = sources
        .filter(({ part, cell }) => !cell.switched || (switches.get(part.id) ?? true))
        .map(({ part, cell }) => [
          conductorOf(plan, `${part.id}/${cell.plus}`, switches, true),
          conductorOf(plan, `${part.id}/${cell.minus}`, switches, true),
        ]);
      for (const part of Object.values(plan.parts))
        for (const element of kindOf(plan, part).elements) {
          if (element.kind !== 'light' && element.kind !== 'load') continue;
          const plain = ends.some(
            ([plus, minus]) =>
              plus?.has(`${part.id}/${element.plus}`) && minus?.has(`${part.id}/${element.minus}`),
          );
          expect(fed.has(part, element), `${part.id} ${element.plus}`).toBe(plain);
        }
    }
  });

  test('a way round a switch or closure is found where its two sides are one without it', () => {
    const open = new Map(Object.keys(plan.parts).map((id) => [id, false]));
    const plain = new Set<string>();
    for (const part of Object.values(plan.parts))
      for (const element of kindOf(plan, part).elements) {
        if (
          element.kind === 'switch' &&
          conductorOf(plan, `${part.id}/${element.a}`, open, false).has(`${part.id}/${element.b}`)
        )
          plain.add(part.id);
        const mate = plan.parts[part.mateId ?? ''];
        if (element.kind !== 'half' || mate === undefined || plain.has(mate.id)) continue;
        if (
          !kindOf(plan, mate).elements.some((one) => one.kind === 'half' && one.terminal === element.terminal)
        )
          continue;
        if (
          conductorOf(plan, `${part.id}/${element.terminal}`, open, false).has(
            `${mate.id}/${element.terminal}`,
          )
        )
          plain.add(part.id);
      }
    const found = checkPlan(plan)
      .filter(({ ruleId }) => ruleId === 'switch-bypassed')
      .map(({ partIds }) => partIds[0]);
    expect(new Set(found)).toEqual(plain);
  });

  test('what bounds spare shows nothing: every state solved finds the same', () => {
    const currents = currentsOf(plan);
    if (currents === null) return;
    const rules = CHECK_RULES.filter(({ checkCurrents }) => checkCurrents !== undefined);
    const context = { plan, nets: deriveNets(plan), sides: deriveSides(plan), currents };
    const inUse = rules.flatMap((rule) => rule.checkCurrents?.(context) ?? []);
    const all = stateFindings(context, rules, inUse, { mayShow: () => true });
    expect(stateFindings(context, rules, inUse)).toEqual(all);
  });
});

describe('distances', () => {
  /** From rim to rim by points along both, every quarter of a millimetre. */
  function rimToRim(plan: Plan, a: Part, b: Part): number {
    const along = (part: Part) => {
      const outline = placedOutline(plan, part);
      return outline.flatMap((p, i) => {
        const q = outline[(i + 1) % outline.length] ?? p;
        const count = Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / 0.25);
        return Array.from({ length: count }, (_, k) => ({
          x: p.x + ((q.x - p.x) * k) / count,
          y: p.y + ((q.y - p.y) * k) / count,
        }));
      });
    };
    let least = Number.POSITIVE_INFINITY;
    for (const p of along(a))
      for (const q of along(b)) least = Math.min(least, Math.hypot(p.x - q.x, p.y - q.y));
    return least;
  }

  test.each([1, 2, 3, 4, 5, 6])('magnets and steel, seed %d', (seed) => {
    const random = seededRandom(seed);
    const build = new PlanBuilder('Strewn', 400, 400);
    for (const [i, kindId] of [
      'magnet',
      'clasp-stud',
      'aaa-holder-2',
      'coin-cell-holder',
      'snap-ball',
      'post-switch',
    ].entries())
      build.place(kindId, `${kindId} ${i}`, 60 + 280 * random(), 60 + 280 * random(), {
        turnDeg: Math.floor(360 * random()),
      });
    const { plan } = build;
    const found = new Set(
      checkPlan(plan).flatMap(({ ruleId, partIds }) =>
        ruleId === 'magnet-steel' ? [partIds.join('+')] : [],
      ),
    );
    const parts = Object.values(plan.parts);
    const of = (magnetism: string) => parts.filter((part) => kindOf(plan, part).magnetism === magnetism);
    for (const magnet of of('magnet'))
      for (const steel of of('steel')) {
        const mm = rimToRim(plan, magnet, steel);
        if (Math.abs(mm - 25) < 0.3) continue;
        expect(found.has(`${magnet.id}+${steel.id}`), `${magnet.name} ${steel.name} ${mm}`).toBe(mm < 25);
      }
  });
});
