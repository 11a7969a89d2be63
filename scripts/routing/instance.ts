/** Routing instances of a plain JSON form as problems of the router, and its solutions in the same form. */
import type { RoutingProblem, RoutingSolution } from '@sashiko/core/router/routing-problem';

type Pair = readonly [number, number];

export interface Instance {
  readonly id: string;
  readonly topology: 'chain' | 'branch';
  readonly rules: {
    readonly clearance: number;
    readonly inset: number;
    readonly bodyClearance: number;
    readonly pieceCost: number;
    readonly bridgeCost: number;
    readonly angles: number;
  };
  readonly panel: readonly Pair[];
  readonly openings: ReadonlyArray<readonly Pair[]>;
  readonly keepouts: ReadonlyArray<readonly Pair[]>;
  readonly parts: ReadonlyArray<{
    readonly id: string;
    readonly x: number;
    readonly y: number;
    readonly rot: number;
    readonly free: boolean;
    readonly body: readonly Pair[];
    readonly pads: ReadonlyArray<{
      readonly id: string;
      readonly x: number;
      readonly y: number;
      readonly r: number;
    }>;
  }>;
  readonly nets: ReadonlyArray<{
    readonly id: string;
    readonly groups: ReadonlyArray<ReadonlyArray<readonly [string, string]>>;
    readonly start: number;
  }>;
  readonly expectBridges?: number;
}

const points = (polygon: readonly Pair[]) => polygon.map(([x, y]) => ({ x, y }));

/** The instance as a problem; turns of a free part start with how it lies. */
export function problemOf(instance: Instance): RoutingProblem {
  const { rules } = instance;
  const place = new Map(instance.parts.map((part, i) => [part.id, i]));
  const stepDeg = 360 / rules.angles;
  return {
    outline: points(instance.panel),
    edgeMm: rules.inset,
    forbidden: [
      ...instance.openings.map((area) => ({ area: points(area), marginMm: rules.inset })),
      ...instance.keepouts.map((area) => ({ area: points(area), marginMm: 0 })),
    ],
    lineGapMm: rules.clearance,
    padGapMm: rules.clearance,
    bodyGapMm: rules.bodyClearance,
    fanOut: 'half-room',
    topology: instance.topology,
    pieceMm: rules.pieceCost,
    parts: instance.parts.map((part) => ({
      id: part.id,
      at: { x: part.x, y: part.y },
      mirrored: false,
      turns: part.free
        ? Array.from({ length: rules.angles }, (_, i) => ((part.rot + i) % rules.angles) * stepDeg)
        : [part.rot * stepDeg],
      body: points(part.body),
      pads: part.pads.map((pad) => ({ holeId: pad.id, at: { x: pad.x, y: pad.y }, radiusMm: pad.r })),
    })),
    nets: instance.nets.map((net) => {
      const stops = net.groups.map((group) =>
        group.map(([partId, padId]) => {
          const part = place.get(partId) ?? 0;
          const pad = instance.parts[part]?.pads.findIndex((one) => one.id === padId) ?? 0;
          return { part, pad };
        }),
      );
      const [start] = stops.splice(net.start, 1);
      return { title: net.id, stops: start === undefined ? stops : [start, ...stops] };
    }),
  };
}

/** A solution in the form that the independent checker reads. */
export function solutionRecord(
  instance: Instance,
  problem: RoutingProblem,
  solution: RoutingSolution,
  costMm: number,
): unknown {
  const stepDeg = 360 / instance.rules.angles;
  const pad = ({ part, pad: k }: { part: number; pad: number }) => [
    problem.parts[part]?.id,
    problem.parts[part]?.pads[k]?.holeId,
  ];
  return {
    id: instance.id,
    rot: Object.fromEntries(
      problem.parts.map((part, p) => [part.id, Math.round((solution.turnDeg[p] as number) / stepDeg)]),
    ),
    traces: solution.traces.map((trace) => ({
      net: problem.nets[trace.net]?.title,
      a: pad(trace.from),
      b: pad(trace.to),
      pts: trace.points.map(({ x, y }) => [x, y]),
    })),
    bridges: (solution.patches ?? []).map(({ at, over, under }) => ({
      x: at.x,
      y: at.y,
      traces: [over, under],
    })),
    length: solution.lengthMm,
    pieces: solution.extraPieces ?? 0,
    cost: costMm,
  };
}
