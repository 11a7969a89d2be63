import { deriveNets, type Net } from '../joining/nets.ts';
import { isSeriesNet, lightEnds } from '../joining/series.ts';
import { deriveSides, netAt } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Circuit } from '../power/circuits.ts';
import { inLoop } from '../power/loops.ts';
import { pinsAt } from '../power/pins-at.ts';
import { formatVolt } from '../units/electrical.ts';
import { type DarkCase, type Found, holeAt, labelOf, netsOf, pathsOf } from './dark-case.ts';

export function bridged(dark: DarkCase): Found | null {
  const [plus, minus] = netsOf(dark);
  if (plus !== minus) return null;
  return {
    cause: 'bridged',
    text: `Both ends of ${dark.part.name} are on one thread: the current goes past it.`,
    runIds: plus.runIds,
  };
}

export function noSource({ circuits }: DarkCase): Found | null {
  return circuits.length > 0
    ? null
    : { cause: 'no-source', text: 'There is no holder on the cloth: nothing gives power.' };
}

export function noThread(dark: DarkCase): Found | null {
  const [plus, minus] = netsOf(dark);
  const bare = [
    ...(plus.runIds.length === 0 ? [dark.ends.plus] : []),
    ...(minus.runIds.length === 0 ? [dark.ends.minus] : []),
  ];
  const [first] = bare;
  if (first === undefined || dark.fed !== undefined) return null;
  const { name, at } = holeAt(dark, first);
  return { cause: 'open', text: `No thread leads to ${name}.`, at };
}

export function reversed({ turned, state, part }: DarkCase): Found | null {
  return turned.has(state.isAddressable ? part.id : state.id)
    ? { cause: 'reversed', text: `${part.name} is the wrong way round: its + lies on the − side.` }
    : null;
}

export function oneAfterAnother(dark: DarkCase): Found | null {
  const { plan, part, state } = dark;
  const sides = deriveSides(plan);
  const net = netsOf(dark).find((one) => isSeriesNet(plan, sides, one));
  if (net === undefined) return null;
  const others = [...lightEnds(plan, net, '-'), ...lightEnds(plan, net, '+')].filter((one) => one !== part);
  const who = [...new Set(others)].map(({ name }) => name).join(' and ');
  return {
    cause: 'series',
    text: `${part.name} and ${who} come one after another: they share the volts, and ${formatVolt(Math.max(0, state.peakVolt))} are left for ${part.name}.`,
    runIds: net.runIds,
  };
}

/** Its source, or one that its threads lie on, is shorted. */
export function shorted(dark: DarkCase): Found | null {
  const { plan, fed, circuits, shorted: all } = dark;
  if (all.size === 0) return null;
  const sides = deriveSides(plan);
  const own = netsOf(dark);
  const circuit = (fed === undefined ? circuits : [fed]).find(
    ({ source, plus }) =>
      all.has(source.part.id) &&
      (fed !== undefined || plus.some((net) => own.some((end) => sides.areJoined(end, net)))),
  );
  return circuit === undefined
    ? null
    : {
        cause: 'short',
        text: `The + and − of ${circuit.source.part.name} are joined: the current takes that way.`,
        at: circuit.source.part.at,
      };
}

/** Two sources in one loop whose volts work against each other. */
export function opposed({ plan, fed, circuits }: DarkCase): Found | null {
  if (fed === undefined) return null;
  const nets = deriveNets(plan);
  const sides = deriveSides(plan);
  const end = ({ source }: Circuit, sign: 'plus' | 'minus'): Net =>
    netAt(nets, source.part, source.cell[sign]);
  const other = circuits.find(
    (one) =>
      one.source !== fed.source &&
      sides.areJoined(end(one, 'plus'), end(fed, 'minus')) &&
      sides.areJoined(end(one, 'minus'), end(fed, 'plus')),
  );
  return other === undefined
    ? null
    : {
        cause: 'opposed',
        text: `${fed.source.part.name} and ${other.source.part.name} work against each other: + of each on − of the other.`,
        at: other.source.part.at,
      };
}

/** A pin that its own thread leads to + or −: whatever the program says, the light has no volts. */
export function pinHeld(dark: DarkCase): Found | null {
  const { plan, part, ends } = dark;
  const sides = deriveSides(plan);
  for (const [net, wrong, word] of [
    [netsOf(dark)[0], '-', '−'],
    [netsOf(dark)[1], '+', '+'],
  ] as const) {
    const pin = net.terminals
      .flatMap(({ partId, terminal }) =>
        elementsOf(kindOf(plan, plan.parts[partId] as Part), 'pin').some((one) => one.pin === terminal)
          ? [{ board: plan.parts[partId] as Part, terminal }]
          : [],
      )
      .at(0);
    const end = net === netsOf(dark)[0] ? ends.plus : ends.minus;
    if (pin === undefined || sides.of(net) !== wrong || pinsAt(plan)(part, end).length > 0) continue;
    const label = labelOf(plan, pin.board, pin.terminal);
    return {
      cause: 'pin-held',
      text: `${label} of ${pin.board.name}, which should light it, is sewn to the ${word} side.`,
      at: pin.board.at,
      runIds: net.runIds,
    };
  }
  return null;
}

export function onOneSide(dark: DarkCase): Found | null {
  if (dark.fed !== undefined) return null;
  const sides = deriveSides(dark.plan);
  const [plus, minus] = netsOf(dark).map((net) => sides.of(net));
  if (plus !== minus || (plus !== '+' && plus !== '-')) return null;
  const { at } = holeAt(dark, plus === '+' ? dark.ends.minus : dark.ends.plus);
  return {
    // Where nothing can flow, Check goes by the drawing too.
    cause: inLoop(dark.plan)(dark.part, dark.ends) ? 'open' : 'reversed',
    text: `Both ends of ${dark.part.name} hang on the ${plus === '+' ? '+' : '−'} side.`,
    at,
  };
}

/** It hangs in no circuit: where its way is lost. */
export function lost(dark: DarkCase): Found | null {
  const { plan, fed, state, ends } = dark;
  if (fed !== undefined || state.isLit) return null;
  const path = pathsOf(plan).find(({ lightId }) => lightId === state.id);
  const step = path?.steps.findLast((one) => one.kind === 'run');
  const plus = deriveSides(plan).of(netsOf(dark)[0]);
  const { at } = holeAt(dark, plus === '+' ? ends.minus : ends.plus);
  return {
    cause: 'open',
    text:
      path?.problem ??
      `No current comes through: no thread leads ${plus === '+' ? 'from its − to the − of the source of its +' : 'to its + from the + of a source'}.`,
    at: step?.kind === 'run' ? holePoint(plan, step.to) : at,
    runIds: step?.kind === 'run' ? [step.runId] : [],
  };
}
