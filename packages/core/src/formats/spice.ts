/** The plan's circuit as text that a general-purpose circuit simulator runs as it is. */
import { CELSIUS_FOR_THERMAL_VOLT, type Circuit, type CircuitElement } from '../circuit/circuit.ts';
import { planCircuit } from '../circuit/plan-circuit.ts';
import type { Plan } from '../plan/schema.ts';

/** SPICE text of a plan with fresh cells: operating point, all node voltages and the current of every light. */
export function planNetlist(plan: Plan): string {
  return circuitNetlist(planCircuit(plan).elements, plan.name);
}

/** SPICE text of any circuit. Comments never break a line, whatever the title holds. */
export function circuitNetlist(circuit: Circuit, title: string): string {
  const models = new Map<string, string>();
  const lines = circuit.map((element) => elementLine(element, models));
  const lights = circuit
    .filter((element) => element.kind === 'D')
    .map((element) => `print @${element.name.toLowerCase()}[id]`);
  return [
    `* ${title.replaceAll(/[^\x20-\x7e]+/g, ' ')}`,
    `.options temp=${CELSIUS_FOR_THERMAL_VOLT} tnom=${CELSIUS_FOR_THERMAL_VOLT} reltol=1e-9 abstol=1e-18 vntol=1e-12 gmin=1e-15 itl1=1000`,
    ...lines,
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
