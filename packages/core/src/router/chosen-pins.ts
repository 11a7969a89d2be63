/** A problem with the pins that a solution has chosen among those that may be exchanged. */
import type { PadChoice, RoutingProblem, RoutingSolution } from './routing-problem.ts';

const keyOf = ({ part, pad }: PadChoice): string => `${part}/${pad}`;

/**
 * The problem with each exchangeable stop at the pin its lines end at. A stop without lines takes a pin that serves no other, its
 * own first.
 */
export function withChosenPins(problem: RoutingProblem, { traces }: RoutingSolution): RoutingProblem {
  const groups = problem.exchanges ?? [];
  if (groups.length === 0) return problem;
  const chosen = new Map<string, PadChoice>();
  for (const { stops } of groups) {
    const taken = new Set<string>();
    const waiting: Array<(typeof stops)[number]> = [];
    for (const one of stops) {
      const ends = traces.flatMap(({ net, from, to }) => (net === one.net ? [from, to] : [])).map(keyOf);
      const pad = one.pads.find((choice) => ends.includes(keyOf(choice)));
      if (pad === undefined) waiting.push(one);
      else {
        chosen.set(`${one.net}/${one.stop}`, pad);
        taken.add(keyOf(pad));
      }
    }
    for (const { net, stop, pads } of waiting) {
      const own = problem.nets[net]?.stops[stop]?.[0];
      const open = [...(own === undefined ? [] : [own]), ...pads].find((pad) => !taken.has(keyOf(pad)));
      if (open === undefined) continue;
      chosen.set(`${net}/${stop}`, open);
      taken.add(keyOf(open));
    }
  }
  const nets = problem.nets.map((net, n) => ({
    ...net,
    stops: net.stops.map((stop, s) => {
      const pad = chosen.get(`${n}/${s}`);
      return pad === undefined ? stop : [pad];
    }),
  }));
  return { ...problem, nets };
}
