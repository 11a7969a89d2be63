/**
 * Complete wired pieces of any part of the drawer, on one to four panels that are sewn together: what two places that speak of one thing
 * are held to. The same seed and setting give the same plan.
 */
import { ASSUMPTION_LIST } from '../assumptions/assumptions.ts';
import { clothBox } from '../cloth/cloth.ts';
import { CLOTH_KINDS } from '../cloth/cloth-kinds.ts';
import { expectOk } from '../errors/problem.ts';
import { LIGHT_COLOURS } from '../parts/light-colours.ts';
import { hasElement, takesSwitching } from '../parts/part-element.ts';
import { DRAWERS, type Drawer, type PartKind } from '../parts/part-kind.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { applyEdit } from '../plan/edit.ts';
import { addLayer, cutWindows } from '../plan/edits/layer-edits.ts';
import { addPanels, changePanel } from '../plan/edits/panel-edits.ts';
import { flickSwitch, placePair, placePart, setLevel } from '../plan/edits/part-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { newPlan } from '../plan/new-plan.ts';
import { firstPanel, panelsOf, withPanel } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { newPanel } from '../plan/usual.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';
import { afterEdit, pick, type Wiring, wiredAtRandom } from './random-wiring.ts';
import { randomFacts, randomHabits } from './wired-pieces.ts';

export interface RandomPlanSetting {
  /** Parts besides sources and boards. */
  readonly parts: number;
  /** 1 to 4. */
  readonly panels: number;
  readonly layers: number;
  readonly boards: number;
  readonly wired: Wiring;
}

const PITCH_MM = 130;
const SIDE_MM = 40;

const WIRINGS: readonly Wiring[] = [
  'by hand',
  'by hand',
  'by hand with mistakes',
  'by hand with mistakes',
  'by the router',
];

/** What a seed says where nothing else is said: small pieces mostly, of one panel more often than of several. */
export function randomSetting(seed: number): RandomPlanSetting {
  const random = seededRandom(7919 * seed + 11);
  const setting: RandomPlanSetting = {
    parts: 2 + randomIndex(random, 9),
    panels: pick(random, [1, 1, 1, 2, 3, 4]),
    layers: randomIndex(random, 3),
    boards: pick(random, [0, 0, 1, 1, 2]),
    wired: pick(random, WIRINGS),
  };
  // What is led takes its time: small pieces.
  return setting.wired === 'by the router'
    ? {
        ...setting,
        parts: Math.min(3, setting.parts),
        panels: Math.min(2, setting.panels),
        boards: Math.min(1, setting.boards),
      }
    : setting;
}

/** So many are kept: what is tried on the same plans by several files is made, and solved, once. What is led takes its time: more of it. */
const MOST_KEPT = { led: 120, other: 60 };
const kept = { led: new Map<string, Plan>(), other: new Map<string, Plan>() };

/** A random plan. */
export function randomPlan(seed: number, setting: Partial<RandomPlanSetting> = {}): Plan {
  const key = JSON.stringify([seed, setting]);
  const sort = (setting.wired ?? randomSetting(seed).wired) === 'by the router' ? 'led' : 'other';
  const known = kept[sort].get(key);
  if (known !== undefined) return known;
  const plan = made(seed, setting);
  const [oldest] = kept[sort].keys();
  if (kept[sort].size >= MOST_KEPT[sort] && oldest !== undefined) kept[sort].delete(oldest);
  kept[sort].set(key, plan);
  return plan;
}

function made(seed: number, setting: Partial<RandomPlanSetting>): Plan {
  const { parts, panels, layers, boards, wired } = { ...randomSetting(seed), ...setting };
  const random = seededRandom(seed);
  let plan = onPanels(seed, random, panels, parts + boards + 2);
  plan = { ...plan, habits: { ...plan.habits, ...randomHabits(random) }, facts: randomFacts(random) };
  if (random() < 0.2) plan = withAssumption(plan, random);
  for (const [i, kind] of chosenKinds(random, parts, boards, panels).entries())
    plan = placed(plan, random, kind, i);
  plan = wiredAtRandom(plan, random, wired);
  for (let i = 0; i < layers; i += 1) plan = layered(plan, random, i);
  return turnedOut(stood(plan, random), seed);
}

/** Far from every seed that is tried. */
const OWN_CHANCES = 1_000_000;

/** Now and then somebody says of a panel which face lies outside. It has chances of its own, so that all else stays what it was. */
function turnedOut(plan: Plan, seed: number): Plan {
  const random = seededRandom(seed + OWN_CHANCES);
  if (random() >= 0.25) return plan;
  const panel = pick(random, panelsOf(plan));
  return applyEdit(
    plan,
    expectOk(changePanel(plan, panel.id, { outside: pick(random, ['right', 'wrong'] as const) })),
  );
}

/** Panels in a row, each sewn to the next before the circuit is. */
function onPanels(seed: number, random: Random, count: number, parts: number): Plan {
  const columns = Math.max(2, Math.ceil(Math.sqrt(parts / count)));
  const side = 2 * SIDE_MM + (columns + 1) * PITCH_MM;
  const cloth = pick(random, CLOTH_KINDS).id;
  let plan = withPanel(newPlan(`random-${seed}`, `Random piece ${seed}`), newPanel(cloth, side, side));
  for (let i = 1; i < count; i += 1) {
    const like = firstPanel(plan);
    const before = panelsOf(plan).at(-1)?.id ?? like.id;
    plan = applyEdit(plan, expectOk(addPanels(plan, [{ shape: like.shape, like }])));
    const panelId = panelsOf(plan).at(-1)?.id ?? like.id;
    const seam = {
      a: { panelId: before, from: 1, to: 2 },
      b: { panelId, from: 3, to: 0, reversed: true },
      allowanceMm: 10,
      pressed: pick(random, ['open', 'to-a', 'to-b', 'none'] as const),
      sewn: random() < 0.8 ? ('before' as const) : ('after' as const),
    };
    plan = applyEdit(plan, expectOk(addSeam(plan, seam)));
  }
  return plan;
}

const OF_DRAWER = new Map<Drawer, readonly PartKind[]>(
  DRAWERS.map((drawer) => [drawer, PART_KINDS.filter((kind) => kind.drawer === drawer)]),
);
const SOURCES = PART_KINDS.filter((kind) => hasElement(kind, 'cell'));
const BOARDS = PART_KINDS.filter((kind) => hasElement(kind, 'pin'));
const GLOWING = PART_KINDS.filter(
  ({ elements }) =>
    elements.some(({ kind }) => kind === 'light') ||
    elements.some((element) => element.kind === 'load' && element.glows === true),
);

/** A source first, mostly; on several panels now and then one more. Half of the rest glows. */
function chosenKinds(random: Random, parts: number, boards: number, panels: number): readonly PartKind[] {
  const strong = SOURCES.filter(({ id }) => /boost|power|aaa-holder-2/.test(id));
  const sources = [
    ...(random() < 0.95 ? [pick(random, boards > 0 && random() < 0.7 ? strong : SOURCES)] : []),
    ...(random() < 0.1 * panels ? [pick(random, SOURCES)] : []),
  ];
  const rest = Array.from({ length: parts }, () =>
    random() < 0.5 ? pick(random, GLOWING) : pick(random, OF_DRAWER.get(pick(random, DRAWERS)) ?? GLOWING),
  );
  return [...sources, ...Array.from({ length: boards }, () => pick(random, BOARDS)), ...rest].filter(Boolean);
}

/** Puts a part, and its other half where it has one, on a free place of a panel. */
function placed(plan: Plan, random: Random, kind: PartKind, index: number): Plan {
  const panels = panelsOf(plan);
  const panel = index === 0 ? firstPanel(plan) : pick(random, panels);
  const onIt = Object.values(plan.parts).filter(({ panelId }) => panelId === panel.id).length;
  const columns = Math.max(1, Math.floor((clothBox(panel).widthMm - 2 * SIDE_MM) / PITCH_MM));
  const at = {
    x: SIDE_MM + PITCH_MM * ((onIt % columns) + 0.5),
    y: SIDE_MM + PITCH_MM * (Math.floor(onIt / columns) + 0.5),
  };
  const options = Object.fromEntries(
    kind.options.flatMap(({ id, smallest, largest, choices }) =>
      random() < 0.3
        ? []
        : [
            [
              id,
              choices === undefined
                ? Math.round(smallest + random() * (largest - smallest))
                : pick(random, choices).value,
            ],
          ],
    ),
  );
  const placing = {
    kindId: kind.id,
    panelId: panel.id,
    at,
    turnDeg: 90 * randomIndex(random, 4),
    face: random() < 0.2 ? ('wrong' as const) : ('right' as const),
    colourId: pick(random, LIGHT_COLOURS).id,
    options,
  };
  const hasMate = kind.mateId !== undefined && random() < 0.9;
  const next = hasMate ? placePair(plan, placing, { x: PITCH_MM / 2, y: 0 }) : placePart(plan, placing);
  return afterEdit(plan, next);
}

function withAssumption(plan: Plan, random: Random): Plan {
  const { id, smallest, usual, largest } = pick(random, ASSUMPTION_LIST);
  const value = random() < 0.5 ? (smallest + usual) / 2 : Math.min(largest, 2 * usual);
  return { ...plan, habits: { ...plan.habits, assumptions: { [id]: value } } };
}

function layered(plan: Plan, random: Random, index: number): Plan {
  const layer = addLayer(plan, {
    name: pick(random, ['lining', 'pocket', 'overlay', 'backing']),
    panelId: pick(random, panelsOf(plan)).id,
    face: random() < 0.5 ? 'right' : 'wrong',
    laid: random() < 0.5 ? 'before' : 'after',
    fastened: pick(random, ['sewn', 'glued', 'ironed', 'comes-off'] as const),
    apart: random() < 0.7,
  });
  const next = afterEdit(plan, layer);
  const id = Object.keys(next.layers)[index];
  return id !== undefined && random() < 0.5 ? afterEdit(next, cutWindows(next, id)) : next;
}

/** How things stand: some switches off, some pins low, faded, read or floating. */
function stood(plan: Plan, random: Random): Plan {
  let now = plan;
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    if (takesSwitching(kind) && random() < 0.25)
      now = afterEdit(now, flickSwitch(now, part.id, part.switchedOn === false));
    for (const hole of kind.holes)
      if (hole.role === 'pin' && random() < 0.3)
        now = afterEdit(now, setLevel(now, part.id, hole.terminal, pick(random, [0, 0.2, 0.5, 1])));
  }
  return now;
}
