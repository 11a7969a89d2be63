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
import type { Asked } from '../circuit/state.ts';
import { type Result, succeed } from '../errors/problem.ts';
import { UnionFind } from '../joining/union-find.ts';
import type { Plan } from '../plan/schema.ts';

/**
 * SPICE text of a plan with fresh cells: operating point, all node voltages and the current of every light. Steady supplies, boards and
 * what else draws a current are written as they have settled, boosts by their law; pins that fade as while all of them are on, which a remark says.
 * `touchOhm` as in a solve: what lies on each other as drawn lets through so much, or (null) nothing. Fails where the circuit has no answer.
 */
export function planNetlist(plan: Plan, asked: Pick<Asked, 'touchOhm'> = {}): Result<string> {
  const solved = solvePlan(plan, asked);
  if (!solved.ok) return solved;
  const { state, moments } = solved.value;
  const elements = planCircuit(plan, state).elements;
  const remarks = [
    ...(moments === undefined ? [] : ['Pins that fade are written as while all of them are on.']),
    ...(solved.value.standings.some(({ mode }) => mode === 'sunk')
      ? ['A boost that its cells cannot feed is written as it has sunk.']
      : []),
    ...(solved.value.standings.some(({ mode }) => mode === 'tripped')
      ? ['The protection of a pack has opened.']
      : []),
  ];
  return succeed(circuitNetlist(elements, plan.name, remarks));
}

/** SPICE text of any circuit, with remarks of ours under its title. Comments never break a line, whatever the title holds. */
function circuitNetlist(circuit: Circuit, title: string, remarks: readonly string[] = []): string {
  const models = new Map<string, string>();
  const lines = circuit.map((element) => elementLine(element, models));
  const lights = circuit
    .filter((element) => element.kind === 'D' && element.name.startsWith('D_'))
    .map((element) => `print @${element.name.toLowerCase()}[id]`);
  return [
    `* ${title.replaceAll(/[^\x20-\x7e]+/g, ' ')}`,
    ...remarks.map((remark) => `* ${remark}`),
    `.options temp=${CELSIUS_FOR_THERMAL_VOLT} tnom=${CELSIUS_FOR_THERMAL_VOLT} reltol=1e-5 itl1=1000`,
    ...lines,
    ...circuit.flatMap(nodeset),
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

/** What holds a part of the circuit that ground does not reach, Ω: as its only way there nothing flows through it, however low it is. */
const HOLD_OHM = 1;

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

/** The input of a boost by its law, the way simulators read it; null for any other current. */
function boostLine({ name, from, to, law }: Extract<CircuitElement, { kind: 'I' }>): string | null {
  if (law === undefined) return null;
  const { source, plus, minus, efficiency, leastV } = law;
  const across = (a: string, b: string): string => (b === GROUND ? `V(${a})` : `V(${a},${b})`);
  return `B${name.slice(1)} ${from} ${to} I = {${across(plus, minus)}*(-I(${source}))/(${efficiency}*max(${across(from, to)},${leastV}))}`;
}

/** Where a simulator begins to look: of the two currents a boost may take, the smaller leaves its cells their volts. */
function nodeset(element: CircuitElement, _i: number, circuit: Circuit): readonly string[] {
  if (element.kind !== 'I' || element.law === undefined || element.to !== GROUND) return [];
  const cells = circuit.find((one) => one.kind === 'V' && one.name === `V${element.name.slice(3)}`);
  return cells?.kind === 'V' ? [`.nodeset v(${element.from})=${cells.volt}`] : [];
}

function elementLine(element: CircuitElement, models: Map<string, string>): string {
  switch (element.kind) {
    case 'R':
      return `${element.name} ${element.a} ${element.b} ${element.ohm}`;
    case 'V':
      return `${element.name} ${element.plus} ${element.minus} DC ${element.volt}`;
    case 'I':
      return boostLine(element) ?? `${element.name} ${element.from} ${element.to} DC ${element.amp}`;
    case 'D': {
      const { saturationA, ideality, seriesOhm } = element.law;
      const law = `IS=${saturationA} N=${ideality} RS=${seriesOhm}`;
      const model = models.get(law) ?? `light${models.size + 1}`;
      models.set(law, model);
      return `${element.name} ${element.anode} ${element.cathode} ${model}`;
    }
  }
}
