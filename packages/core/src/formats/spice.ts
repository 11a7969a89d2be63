/** The plan's circuit as text that a general-purpose circuit simulator runs as it is. */
import {
  CELSIUS_FOR_THERMAL_VOLT,
  type Circuit,
  type CircuitElement,
  GROUND,
  nodesOf,
} from '../circuit/circuit.ts';
import { solvePlan } from '../circuit/faded.ts';
import { planCircuit } from '../circuit/plan-circuit.ts';
import { type Result, succeed } from '../errors/problem.ts';
import { UnionFind } from '../joining/union-find.ts';
import type { Plan } from '../plan/schema.ts';

/**
 * SPICE text of a plan with fresh cells: operating point, all node voltages and the current of every light. Steady supplies are
 * written as they have settled, pins that fade as while all of them are on, which a remark says. Fails where the circuit has no answer.
 */
export function planNetlist(plan: Plan): Result<string> {
  const solved = solvePlan(plan);
  if (!solved.ok) return solved;
  const { state, moments } = solved.value;
  const remark = moments === undefined ? [] : ['Pins that fade are written as while all of them are on.'];
  return succeed(circuitNetlist(planCircuit(plan, state).elements, plan.name, remark));
}

/** SPICE text of any circuit, with remarks of ours under its title. Comments never break a line, whatever the title holds. */
export function circuitNetlist(circuit: Circuit, title: string, remarks: readonly string[] = []): string {
  const models = new Map<string, string>();
  const lines = circuit.map((element) => elementLine(element, models));
  const lights = circuit
    .filter((element) => element.kind === 'D')
    .map((element) => `print @${element.name.toLowerCase()}[id]`);
  return [
    `* ${title.replaceAll(/[^\x20-\x7e]+/g, ' ')}`,
    ...remarks.map((remark) => `* ${remark}`),
    `.options temp=${CELSIUS_FOR_THERMAL_VOLT} tnom=${CELSIUS_FOR_THERMAL_VOLT} reltol=1e-7 abstol=1e-14 vntol=1e-10 gmin=1e-13 itl1=1000`,
    ...lines,
    ...holdLooseParts(circuit),
    ...[...models].map(([law, name]) => `.model ${name} D(${law})`),
    '.control',
    'set numdgt=12',
    'op',
    'print all',
    ...lights,
    'quit',
    '.endc',
    '.end',
    '',
  ].join('\n');
}

/** What a simulator needs to hold a part of the circuit that ground does not reach, Ω: lets nothing through that counts. */
const HOLD_OHM = 1e12;

/** One large resistor to ground from every part of the circuit that has no other way there; one at all for an empty circuit. */
function holdLooseParts(circuit: Circuit): readonly string[] {
  const joined = new UnionFind();
  const nodes = new Set<string>();
  for (const element of circuit) {
    const [a, b] = nodesOf(element);
    joined.join(a, b);
    nodes.add(a).add(b);
  }
  const held = new Set([joined.find(GROUND)]);
  const lines: string[] = [];
  for (const node of nodes) {
    const part = joined.find(node);
    if (held.has(part)) continue;
    held.add(part);
    lines.push(`Rhold${lines.length + 1} ${node} ${GROUND} ${HOLD_OHM}`);
  }
  return circuit.length === 0 ? [`Rnothing nothing ${GROUND} 1`] : lines;
}

function elementLine(element: CircuitElement, models: Map<string, string>): string {
  switch (element.kind) {
    case 'R':
      return `${element.name} ${element.a} ${element.b} ${element.ohm}`;
    case 'V':
      return `${element.name} ${element.plus} ${element.minus} DC ${element.volt}`;
    case 'I':
      return `${element.name} ${element.from} ${element.to} DC ${element.amp}`;
    case 'D': {
      const { saturationA, ideality, seriesOhm } = element.law;
      const law = `IS=${saturationA} N=${ideality} RS=${seriesOhm}`;
      const model = models.get(law) ?? `light${models.size + 1}`;
      models.set(law, model);
      return `${element.name} ${element.anode} ${element.cathode} ${model}`;
    }
  }
}
