/** What a solved plan says of its pins, boards, threads and everything else that is not a light or a source. */
import { elementsOf } from '../parts/part-element.ts';
import type { Hole } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { loadKey } from './devices/load.ts';
import { pinName } from './devices/pin.ts';
import { peakOver } from './faded.ts';
import { elementName, stretchesOf } from './plan-circuit.ts';
import type { PlanPoint } from './solve-plan.ts';
import { touchesOf } from './touches.ts';

/** What a pin gives out (or, below 0, takes in). */
export interface PinFigure {
  readonly partId: string;
  readonly pin: string;
  /** What is printed beside it. */
  readonly label: string;
  readonly level: number;
  /** On average, A, and at the moment at which it is most. */
  readonly amp: number;
  readonly peakAmp: number;
  /** The most it may give, A; null where nobody says. */
  readonly mostAmp: number | null;
}

/** Something that draws a current: a board, a sensor, a buzzer. */
export interface LoadFigure {
  readonly partId: string;
  readonly volt: number;
  readonly leastV: number;
  readonly amp: number;
  /** `off`: it ran, and its volts fell below its least, so that it has reset. */
  readonly standing: 'works' | 'too few volts' | 'off';
}

/** What a thread carries. */
export interface ThreadFigure {
  readonly runId: string;
  /** From its first hole to its last, at its strongest place. */
  readonly amp: number;
  readonly ohm: number;
  /** Volts from hole to hole. */
  readonly volt: number;
  readonly watt: number;
  /** At its hottest stretch. */
  readonly wattPerCm: number;
}

/** Every pin that a thread hangs on or that is set, in plan order. */
export function pinFigures(plan: Plan, point: PlanPoint): readonly PinFigure[] {
  const sewn = new Set(
    Object.values(plan.runs).flatMap(({ from, to }) =>
      [from, to].map((ref) => `${ref.partId}.${ref.holeId}`),
    ),
  );
  return Object.values(plan.parts).flatMap((part) => {
    const kind = kindOf(plan, part);
    return elementsOf(kind, 'pin').flatMap(({ pin }): readonly PinFigure[] => {
      const hole = kind.holes.find((one) => one.terminal === pin && sewn.has(`${part.id}.${one.id}`));
      if (hole === undefined) return [];
      const given = ({ ampOf }: PlanPoint): number =>
        ampOf(pinName.up(part.id, pin)) - ampOf(pinName.down(part.id, pin));
      return [
        {
          partId: part.id,
          pin,
          label: hole.label ?? pin,
          level: part.levels?.[pin] ?? 1,
          amp: given(point),
          peakAmp: peakOver(point, given),
          mostAmp: mostOf(hole),
        },
      ];
    });
  });
}

function mostOf({ mostMa }: Hole): number | null {
  return mostMa === undefined ? null : mostMa / 1000;
}

/** Everything that draws a current and does not glow, in plan order. */
export function loadFigures(plan: Plan, point: PlanPoint): readonly LoadFigure[] {
  return Object.values(plan.parts).flatMap((part) => loadsOf(plan, part, point));
}

function loadsOf(plan: Plan, part: Part, { voltAt, ampOf, deviceAt }: PlanPoint): readonly LoadFigure[] {
  return elementsOf(kindOf(plan, part), 'load').flatMap((load, i): readonly LoadFigure[] => {
    if (load.glows === true) return [];
    const which = i === 0 ? '' : String(i + 1);
    const device = deviceAt(loadKey(part.id, which));
    const { full, low } = elementName.load(part.id, which);
    return [
      {
        partId: part.id,
        // Of one that has reset: the volts at which it did.
        volt: device?.mode === 'off' ? device.volt : voltAt(part.id, load.plus) - voltAt(part.id, load.minus),
        leastV: load.leastV,
        amp: ampOf(full) + ampOf(low),
        standing: device?.mode === 'full' ? 'works' : device?.mode === 'off' ? 'off' : 'too few volts',
      },
    ];
  });
}

/** What every run carries, in plan order; its heat is that of a whole period. */
export function threadFigures(plan: Plan, point: PlanPoint): readonly ThreadFigure[] {
  const stretches = stretchesOf(plan, touchesOf(plan));
  const moments = point.moments ?? [{ share: 1, point }];
  return Object.values(plan.runs).map((run) => {
    const { ohm, pathMm } = sumRun(plan, run);
    const parts = (stretches.get(run.id) ?? []).map(({ name, from, to }) => ({
      share: to - from,
      amp: point.ampOf(name),
      square: moments.reduce((sum, moment) => sum + moment.share * moment.point.ampOf(name) ** 2, 0),
    }));
    const hottest = parts.reduce((most, { square }) => Math.max(most, square), 0);
    return {
      runId: run.id,
      amp: parts.reduce((most, { amp }) => (Math.abs(amp) > Math.abs(most) ? amp : most), 0),
      ohm,
      volt: Math.abs(point.voltAtHole(run.from) - point.voltAtHole(run.to)),
      watt: parts.reduce((sum, { share, square }) => sum + share * square * ohm, 0),
      wattPerCm: pathMm === 0 ? 0 : (hottest * ohm * 10) / pathMm,
    };
  });
}
