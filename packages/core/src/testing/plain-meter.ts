/**
 * An ohmmeter as plain as can be, for tests: volts behind a resistor put to two holes of a plan with its cells out. Lights are diodes,
 * chips are a kilohm between each of their terminals.
 */
import type { CircuitElement } from '../circuit/circuit.ts';
import { planCircuit } from '../circuit/plan-circuit.ts';
import { solveDc } from '../circuit/solve-dc.ts';
import { expectOk } from '../errors/problem.ts';
import { lightsIn } from '../joining/sides.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeOf } from '../plan/placed.ts';
import type { HoleRef } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

const CHIP_OHM = 1000;

/** What a meter that tests with `volt` behind `innerOhm` shows from a to b, Ω. */
export function plainMeterOhm(plan: Plan, a: HoleRef, b: HoleRef, volt: number, innerOhm = 10_000): number {
  const circuit = planCircuit(plan, { cellsOut: true });
  const node = (ref: HoleRef): string => circuit.nodeOfTerminal(ref.partId, holeOf(plan, ref).terminal);
  const [from, to] = [node(a), node(b)];
  if (from === to) return 0;
  const elements: CircuitElement[] = [...circuit.elements, ...lights(plan, circuit), ...chips(plan, circuit)];
  const solved = expectOk(
    solveDc([
      ...elements,
      { kind: 'V', name: 'Vmeter', plus: 'meter', minus: to, volt },
      { kind: 'R', name: 'Rmeter', a: 'meter', b: from, ohm: innerOhm },
    ]),
  );
  const amp = solved.amps.get('Rmeter') ?? 0;
  return amp < 1e-12 ? Number.POSITIVE_INFINITY : volt / amp - innerOhm;
}

type PlanCircuit = ReturnType<typeof planCircuit>;

function lights(plan: Plan, circuit: PlanCircuit): readonly CircuitElement[] {
  return lightsIn(plan).flatMap(({ id, part, light }): readonly CircuitElement[] => {
    const law = maybeLightColour(light.colourId ?? part.colourId ?? '');
    if (law === undefined) return [];
    const [plus, minus] = [light.plus, light.minus].map((end) => circuit.nodeOfTerminal(part.id, end)) as [
      string,
      string,
    ];
    return [
      { kind: 'R', name: `Rx_${id}`, a: plus, b: `x_${id}`, ohm: Math.max(light.seriesOhm, 1e-3) },
      { kind: 'D', name: `Dx_${id}`, anode: `x_${id}`, cathode: minus, law },
    ];
  });
}

/** Every part with a chip as a star of resistors between all of its terminals. */
function chips(plan: Plan, circuit: PlanCircuit): readonly CircuitElement[] {
  return Object.values(plan.parts).flatMap((part): readonly CircuitElement[] => {
    const kind = kindOf(plan, part);
    const isChip = kind.elements.some(
      (element) =>
        ['load', 'pin', 'regulator'].includes(element.kind) ||
        (element.kind === 'cell' && element.chip === true),
    );
    if (!isChip) return [];
    const terminals = [...new Set(kind.holes.flatMap((hole) => (hole.plated ? [hole.terminal] : [])))];
    return terminals.map((terminal) => ({
      kind: 'R',
      name: `Rchip_${part.id}_${terminal}`,
      a: circuit.nodeOfTerminal(part.id, terminal),
      b: `chip_${part.id}`,
      ohm: CHIP_OHM / 2,
    }));
  });
}
