/** Where a solved piece gets warm, and how warm: every thread, every point where current passes from one thing to another, every cell and board. */
import { type Face, otherFace } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { signedAreaMm2 } from '../geometry/polygon.ts';
import { cellAt } from '../parts/cells.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { coverOf } from '../plan/layers.ts';
import { outsideFace } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import { maybeThreadOf, runsByHole, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { remembered } from '../units/remembered.ts';
import { capital } from '../units/words.ts';
import { word } from './devices/device.ts';
import { pinName } from './devices/pin.ts';
import { threadFigures } from './figures.ts';
import { type Lying, partC, pointC, threadC } from './heat-laws.ts';
import { elementName } from './plan-circuit.ts';
import { compileCircuit, type PlanPoint } from './solve-plan.ts';
import { chargeOf, NOMINAL } from './state.ts';
import { type Touch, touchesOf } from './touches.ts';

/** A place that takes power and becomes warm by it. */
export interface WarmPlace {
  /** For keys: the run, `part.hole`, `touch N`, the part. */
  readonly id: string;
  readonly kind: 'thread' | 'point' | 'part';
  /** To go on with within a sentence; of a part its name, as the maker wrote it. */
  readonly name: string;
  readonly celsius: number;
  readonly watt: number;
  /** Of a thread, at its hottest stretch. */
  readonly wattPerCm: number | null;
  readonly lying: Lying;
  readonly at: Point;
  readonly runIds: readonly string[];
  readonly partIds: readonly string[];
}

/** Where no thread of a hole says how thick it is, mm (that of the usual thread). */
const USUAL_DIAMETER_MM = 0.4;
/** What is less warm than this above what is around it is not told, K. */
const LEAST_RISE_K = 0.5;

/** Every place that becomes warm, warmest first; mean power over a period where pins fade. O(elements + runs). */
export const warmPlaces = remembered(
  { name: 'warm places', under: (_plan: Plan, point: PlanPoint) => point },
  (plan, point): readonly WarmPlace[] => {
    const setting = settingOf(plan, point);
    if (setting === null) return [];
    return [...warmThreads(setting), ...warmContacts(setting), ...warmTouches(setting), ...warmParts(setting)]
      .filter(({ celsius }) => celsius > setting.aroundC + LEAST_RISE_K)
      .sort((a, b) => b.celsius - a.celsius);
  },
);

/** The name of a place at the beginning of a sentence; a part’s stays as it is written. */
export function warmName({ kind, name }: Pick<WarmPlace, 'kind' | 'name'>): string {
  return kind === 'part' ? name : capital(name);
}

/** From how warm a place is too warm, °C: on skin, to the touch, and where hot glue softens. */
export function limitsFor(
  plan: Pick<Plan, 'habits'>,
  { lying }: Pick<WarmPlace, 'lying'>,
): {
  readonly mendC: number;
  readonly stopC: number;
} {
  const { skinC, warmC, softC } = assumedIn(plan);
  return lying === 'skin' ? { mendC: skinC, stopC: skinC } : { mendC: warmC, stopC: softC };
}

interface Setting {
  readonly plan: Plan;
  readonly point: PlanPoint;
  readonly aroundC: number;
  /** Mean of the square of a current over a period, by the name of its element, A². */
  square(name: string): number;
  /** The ohms of an element as they are. */
  ohm(name: string): number;
}

function settingOf(plan: Plan, point: PlanPoint): Setting | null {
  const compiled = compileCircuit(plan, point.state);
  if (!compiled.ok) return null;
  const { byName, elements } = compiled.value;
  const { roomC, wornC } = assumedIn(plan);
  const { worn, onSkin } = plan.facts;
  const moments = point.moments ?? [{ share: 1, point }];
  return {
    plan,
    point,
    aroundC: worn === true || onSkin === true ? wornC : roomC,
    square: (name) => moments.reduce((sum, moment) => sum + moment.share * moment.point.ampOf(name) ** 2, 0),
    ohm: (name) => {
      const place = byName.get(name);
      const element = place === undefined ? undefined : elements.all[place];
      return element?.element.kind === 'R' ? (element.valueAt(point.state, NOMINAL) ?? 0) : 0;
    },
  };
}

/** How what lies on some faces at a place lies: on skin where the inner face is bare there, covered where no face of it is bare. */
function lyingAt(plan: Plan, panelId: string, faces: readonly Face[], at: Point): Lying {
  const isBare = (face: Face): boolean => coverOf(plan, panelId, face, at) === undefined;
  const inner = otherFace(outsideFace(plan, { panelId }));
  if (plan.facts.onSkin === true && faces.includes(inner) && isBare(inner)) return 'skin';
  return faces.some(isBare) ? 'open' : 'covered';
}

function warmThreads({ plan, point, aroundC }: Setting): readonly WarmPlace[] {
  return threadFigures(plan, point).flatMap(({ runId, watt, wattPerCm }): readonly WarmPlace[] => {
    const run = plan.runs[runId];
    if (run === undefined || wattPerCm === 0) return [];
    const at = holePoint(plan, run.from);
    // Several threads side by side share it.
    const each = wattPerCm / ((run.lines ?? 1) * run.strands);
    const lying = lyingAt(plan, run.panelId, facesOf(plan, run), at);
    return [
      {
        id: runId,
        kind: 'thread',
        name: `the thread ${runName(plan, run)}`,
        celsius: threadC(each, diameterOf(plan, run), aroundC, lying),
        watt,
        wattPerCm,
        lying,
        at,
        runIds: [runId],
        partIds: [],
      },
    ];
  });
}

function facesOf(plan: Plan, run: Run): readonly Face[] {
  const faces = new Set(sumRun(plan, run).spans.map(({ face }) => face));
  return [...faces];
}

function diameterOf(plan: Plan, run: Run): number {
  return maybeThreadOf(plan, run.threadId)?.diameterMm ?? USUAL_DIAMETER_MM;
}

/** Where thread meets the metal of a hole: it goes through the cloth there, and lies on both faces. */
function warmContacts({ plan, aroundC, square, ohm }: Setting): readonly WarmPlace[] {
  return [...runsByHole(plan)].flatMap(([key, runs]): readonly WarmPlace[] => {
    const [partId = '', holeId = ''] = key.split('.');
    const name = word('Rc', partId, holeId);
    const watt = square(name) * ohm(name);
    if (watt === 0) return [];
    const ref: HoleRef = { partId, holeId };
    const at = holePoint(plan, ref);
    const part = plan.parts[partId] as Part;
    const lying = lyingAt(plan, part.panelId, ['right', 'wrong'], at);
    const thinnest = Math.min(...runs.map((run) => diameterOf(plan, run)));
    return [
      {
        id: key,
        kind: 'point',
        name: `the loops in ${holeName(plan, ref)}`,
        celsius: pointC(watt, thinnest, aroundC, lying),
        watt,
        wattPerCm: null,
        lying,
        at,
        runIds: runs.map(({ id }) => id),
        partIds: [partId],
      },
    ];
  });
}

function warmTouches({ plan, point, aroundC, square, ohm }: Setting): readonly WarmPlace[] {
  if (point.state.touchOhm === null) return [];
  return touchesOf(plan).flatMap((touch: Touch, i): readonly WarmPlace[] => {
    const name = elementName.touch(i);
    const watt = square(name) * ohm(name);
    if (watt === 0) return [];
    const runs = touch.ends.flatMap((end) => ('runId' in end ? [plan.runs[end.runId]] : []));
    const [run] = runs;
    const panelId =
      run?.panelId ??
      plan.parts[touch.ends.flatMap((end) => ('partId' in end ? [end.partId] : []))[0] ?? '']?.panelId ??
      '';
    const lying = lyingAt(plan, panelId, run === undefined ? ['right'] : facesOf(plan, run), touch.at);
    return [
      {
        id: `touch ${i + 1}`,
        kind: 'point',
        name: 'a place where threads touch',
        celsius: pointC(watt, run === undefined ? USUAL_DIAMETER_MM : diameterOf(plan, run), aroundC, lying),
        watt,
        wattPerCm: null,
        lying,
        at: touch.at,
        runIds: runs.flatMap((one) => (one === undefined ? [] : [one.id])),
        partIds: touch.ends.flatMap((end) => ('partId' in end ? [end.partId] : [])),
      },
    ];
  });
}

/** Cells, packs and boards: what they turn into heat inside themselves. */
function warmParts(setting: Setting): readonly WarmPlace[] {
  const { plan, aroundC } = setting;
  return Object.values(plan.parts).flatMap((part): readonly WarmPlace[] => {
    const kind = kindOf(plan, part);
    if (!hasElement(kind, 'cell') && !hasElement(kind, 'pin') && !hasElement(kind, 'regulator')) return [];
    const watt = cellLoss(setting, part) + boardLoss(setting, part);
    if (watt <= 0) return [];
    const lying = lyingAt(plan, part.panelId, [part.face], part.at);
    return [
      {
        id: part.id,
        kind: 'part',
        name: part.name,
        celsius: partC(watt, Math.abs(signedAreaMm2(kind.outline)), aroundC, lying),
        watt,
        wattPerCm: null,
        lying,
        at: part.at,
        runIds: [],
        partIds: [part.id],
      },
    ];
  });
}

/** What cells give before their own ohms, less what leaves through their holes: in the ohms inside, in a converter, in a switch of their own. */
function cellLoss({ plan, point }: Setting, part: Part): number {
  return sourcesOf(plan).reduce((sum, source) => {
    if (source.part !== part) return sum;
    const { cell, cellKind } = source;
    const open = cellAt(cellKind, chargeOf(point.state, part.id)).volt * cell.count;
    const out = cell.boostV === undefined ? elementName.cell(part.id) : elementName.boost(part.id);
    const loss = mean(point, ({ ampOf, voltAt }) => {
      const volt = voltAt(part.id, cell.plus) - voltAt(part.id, cell.minus);
      return -ampOf(elementName.cell(part.id)) * open + ampOf(out) * volt;
    });
    return sum + Math.max(0, loss);
  }, 0);
}

/** Through its pins, and what its steady supply takes off. */
function boardLoss({ plan, point, square, ohm }: Setting, part: Part): number {
  const kind = kindOf(plan, part);
  const pins = elementsOf(kind, 'pin').reduce((sum, { pin }) => {
    const [up, down] = [pinName.up(part.id, pin), pinName.down(part.id, pin)];
    return sum + square(up) * ohm(up) + square(down) * ohm(down);
  }, 0);
  const chip = elementsOf(kind, 'load').reduce((sum, { plus, minus, glows }, i) => {
    if (glows === true) return sum;
    const { full, low } = elementName.load(part.id, i === 0 ? '' : String(i + 1));
    return (
      sum +
      mean(
        point,
        ({ ampOf, voltAt }) => (ampOf(full) + ampOf(low)) * (voltAt(part.id, plus) - voltAt(part.id, minus)),
      )
    );
  }, 0);
  const steady = elementsOf(kind, 'regulator').reduce(
    (sum, { input, output }) =>
      sum +
      mean(point, ({ ampOf, voltAt }) => {
        const amp = ['Ireg', 'Ilim', 'Rpass'].reduce((all, name) => all + ampOf(word(name, part.id)), 0);
        return amp * (voltAt(part.id, input) - voltAt(part.id, output));
      }),
    0,
  );
  return Math.max(0, pins + chip + steady);
}

function mean(point: PlanPoint, of: (moment: PlanPoint) => number): number {
  return (point.moments ?? [{ share: 1, point }]).reduce(
    (sum, moment) => sum + moment.share * of(moment.point),
    0,
  );
}
