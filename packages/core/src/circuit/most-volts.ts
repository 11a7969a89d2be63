/**
 * The most volts that lie across what bears only so many, in the state of a solved plan: while it works, and before it starts, when what needs
 * power draws none and nothing is lost on the way.
 */
import { deriveNets } from '../joining/nets.ts';
import { deriveSides, netAt } from '../joining/sides.ts';
import { bears, type Intake, intakesOf } from '../parts/bears.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { pinStands } from '../power/pin-stands.ts';
import { remembered } from '../units/remembered.ts';
import { peakOver, solveFaded } from './faded.ts';
import { compileCircuit, type PlanPoint } from './solve-plan.ts';
import { NOMINAL } from './state.ts';

/** What a pin or a data hole bears above its own supply, V (memory of typical datasheets). */
export const ABOVE_SUPPLY_V = 0.3;
/** A part that has less is not powered: its lines are at rest, V (assumption). */
const POWERED_V = 1;

/** The volts that come in at a part, where they are more than it is known to bear. */
export interface TooMany {
  readonly partId: string;
  /** The most at any moment, loaded or not. */
  readonly volt: number;
  /** What it bears; null where nobody says, and they are more than it is made for. */
  readonly mostV: number | null;
  readonly madeForV: number;
}

/** A pin or a data hole that something lifts above the supply of its own part. */
export interface Lifted {
  readonly partId: string;
  readonly terminal: string;
  /** Above its own supply, at the most. */
  readonly volt: number;
  /** Only what thread loses on the way to its supply, while it works, lifts it so far: before it starts nothing does. */
  readonly isLossOnly: boolean;
  /** The part that speaks on its line; null where volts come through thread, lights and the like. */
  readonly byId: string | null;
}

/** Solves a plan in the state of an answer with lights and loads drawing nothing; null where that has no answer, or nothing bears only so much. */
const unloaded = remembered(
  { name: 'without load', under: (_plan: Plan, point: PlanPoint) => point },
  (plan, { state: { devices: _settled, ...state } }): PlanPoint | null => {
    const compiled = compileCircuit(plan, { touchOhm: state.touchOhm });
    if (!compiled.ok) return null;
    const world = { ...NOMINAL, forwardShiftV: () => Number.POSITIVE_INFINITY };
    const solved = solveFaded(compiled.value, world, { ...state, devices: new Map(), isUnloaded: true });
    return solved.ok ? solved.value : null;
  },
);

/** Every part that gets more volts than it bears, or more than it is made for where nobody says what it bears, in plan order. */
export function tooManyVolts(plan: Plan, point: PlanPoint): readonly TooMany[] {
  return Object.values(plan.parts).flatMap((part): readonly TooMany[] => {
    const intakes = intakesOf(kindOf(plan, part));
    if (intakes.length === 0) return [];
    const over = intakes.flatMap((intake): readonly TooMany[] => {
      const volt = mostVolt(plan, point, ({ voltAt }) => acrossOf(part, intake, voltAt));
      if (bears(intake, volt) === 'yes') return [];
      const { mostV, madeForV } = intake;
      return [{ partId: part.id, volt, mostV, madeForV }];
    });
    // What is known to be too much comes before what nobody knows.
    const worst = over.find(({ mostV }) => mostV !== null) ?? over[0];
    return worst === undefined ? [] : [worst];
  });
}

function acrossOf({ id }: Part, { plus, minus }: Intake, voltAt: PlanPoint['voltAt']): number {
  return voltAt(id, plus) - voltAt(id, minus);
}

/** The most of something at any moment, with everything drawing and with nothing. */
function mostVolt(plan: Plan, point: PlanPoint, of: (point: PlanPoint) => number): number {
  const idle = unloaded(plan, point);
  return Math.max(peakOver(point, of), idle === null ? Number.NEGATIVE_INFINITY : peakOver(idle, of));
}

/** What is powered, and to which its lines speak: a supply and a ground of a part. */
interface Speaker {
  readonly part: Part;
  readonly plus: string;
  readonly minus: string;
}

interface DataLine extends Speaker {
  readonly terminal: string;
  readonly speaks: boolean;
  readonly listens: boolean;
}

/** Every pin and data hole with thread that lies above the supply of its own part, in plan order. */
export function liftedHoles(plan: Plan, point: PlanPoint): readonly Lifted[] {
  const nets = deriveNets(plan);
  const sides = deriveSides(plan);
  const lines = linesOf(plan);
  const byNet = new Map<string, DataLine[]>();
  for (const line of lines) {
    const net = nets.ofTerminal({ partId: line.part.id, terminal: line.terminal });
    if (net.runIds.length > 0) byNet.set(net.id, [...(byNet.get(net.id) ?? []), line]);
  }
  return [...byNet.values()].flatMap((onNet) =>
    onNet
      .filter(
        ({ part, plus, listens }) =>
          // What has no supply yet is told as open.
          listens && ['+', 'both'].includes(sides.of(netAt(nets, part, plus))),
      )
      .flatMap((line): readonly Lifted[] => {
        const { part, terminal, plus } = line;
        const spoken = onNet.flatMap((other) => {
          if (!other.speaks || other.part === part) return [];
          const over = (now: PlanPoint): number => spokenOver(line, other, now);
          return liftedAt(plan, point, over).map((lift) => ({
            partId: part.id,
            terminal,
            byId: other.part.id,
            ...lift,
          }));
        });
        const [loudest] = spoken.sort((a, b) => b.volt - a.volt);
        if (loudest !== undefined) return [loudest];
        // What is held by nothing but its own protection lies at most so much above.
        const over = ({ voltAt }: PlanPoint): number => voltAt(part.id, terminal) - voltAt(part.id, plus);
        return liftedAt(plan, point, over).map((lift) => ({
          partId: part.id,
          terminal,
          byId: null,
          ...lift,
        }));
      }),
  );
}

/** By how much something lies above what it bears; none where it does not. */
function liftedAt(
  plan: Plan,
  point: PlanPoint,
  over: (point: PlanPoint) => number,
): ReadonlyArray<Pick<Lifted, 'volt' | 'isLossOnly'>> {
  const volt = mostVolt(plan, point, over);
  if (volt <= ABOVE_SUPPLY_V) return [];
  const idle = unloaded(plan, point);
  return [{ volt, isLossOnly: idle !== null && peakOver(idle, over) <= ABOVE_SUPPLY_V }];
}

/** By how much a speaker's line, driven to its supply, lies above that of a listener; nothing where one shares no − with the other. */
function spokenOver(to: Speaker, by: Speaker, { voltAt }: PlanPoint): number {
  const at = ({ part }: Speaker, terminal: string): number => voltAt(part.id, terminal);
  const isPowered = at(by, by.plus) - at(by, by.minus) > POWERED_V;
  const shareMinus = Math.abs(at(by, by.minus) - at(to, to.minus)) < POWERED_V;
  return isPowered && shareMinus ? at(by, by.plus) - at(to, to.plus) : 0;
}

/** The lines of boards, sensors and addressable lights. */
function linesOf(plan: Plan): readonly DataLine[] {
  const stands = pinStands(plan);
  return Object.values(plan.parts).flatMap((part) => {
    const kind = kindOf(plan, part);
    const buses = new Set(
      kind.holes.flatMap(({ abilities, terminal }) =>
        abilities?.includes('bus') === true ? [terminal] : [],
      ),
    );
    const pins = elementsOf(kind, 'pin').map(({ pin, supply, ground }): DataLine => {
      const speaks = !stands.has(`${part.id}.${pin}`) || buses.has(pin);
      return { part, terminal: pin, plus: supply, minus: ground, speaks, listens: true };
    });
    const [load] = elementsOf(kind, 'load');
    if (load === undefined || hasElement(kind, 'pin')) return pins;
    const holes = kind.holes.flatMap(({ role, terminal }): readonly DataLine[] => {
      const isBus = role === 'bus-data' || role === 'bus-clock';
      const speaks = isBus || role === 'sense' || role === 'data-out';
      const listens = isBus || role === 'data-in';
      return speaks || listens
        ? [{ part, terminal, plus: load.plus, minus: load.minus, speaks, listens }]
        : [];
    });
    return holes;
  });
}
