/** What it takes to turn a piece on, what must be seen then, and what turns it off: in the words of what is there. */
import type { LightState } from '../circuit/will-it-light.ts';
import { lightsIn, type PlacedLight } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf, mergedWith } from '../power/circuits.ts';
import { closedState, closeWords, openWords } from '../power/contact-words.ts';
import { hearsData } from '../power/data-senders.ts';
import { pinsAt } from '../power/pins-at.ts';
import { cellWords, ownSwitchWords, putInWords, sourceEnds } from '../power/source-words.ts';
import type { Source } from '../power/sources.ts';
import { listed } from '../units/words.ts';
import { doings, type SheetNames, sheetNames } from './sheet-names.ts';
import type { StepContext } from './steps/step-context.ts';

/** So many lights are named; more are counted. */
const MOST_NAMED = 6;

/** What a hand does at a holder besides putting the cell in: its own switch, the eye that waits for the dark. */
export function holderWords(names: SheetNames, source: Source): readonly string[] {
  const name = (partId: string): string => names.part(partId);
  return [
    ...ownSwitchWords(source, name).map((one) => `turn ${one} on`),
    ...(source.cell.waitsForDark === true ? [`cover the light sensor of ${name(source.part.id)}`] : []),
  ];
}

/** How a circuit stands when it is on, to stand before a reading: `gate on`, `the light sensor of holder covered`. */
export function onStates(names: SheetNames, { source, contacts }: Circuit): readonly string[] {
  const { cell, part } = source;
  const name = (partId: string): string => names.part(partId);
  return [
    ...ownSwitchWords(source, name).map((one) => `${one} on`),
    ...(cell.waitsForDark === true ? [`the light sensor of ${name(part.id)} covered`] : []),
    ...contacts.map((contact) => closedState(contact, name)),
  ];
}

/** The words of the first time the power goes in for good: what to do, what must be seen, and what turns it off. */
export function powerOnWords(
  { plan, names }: Pick<StepContext, 'plan' | 'names'>,
  circuit: Circuit,
  states: readonly LightState[],
): string {
  return [
    `${turnOnWords(names, circuit)}: ${seenWords(plan, names, circuit, states)}`,
    offWords(names, circuit),
  ].join(' ');
}

/** What hands do to turn a circuit on: `Put the coin cell into holder, + to +, and turn holder on`. */
export function turnOnWords(names: SheetNames, { source, contacts }: Circuit): string {
  const name = (partId: string): string => names.part(partId);
  return doings([
    putInWords(source, name(source.part.id)),
    ...holderWords(names, source),
    ...contacts.map((contact) => closeWords(contact, name)),
  ]);
}

/** Why a source that lies side by side with others stays out until its line is unpicked. */
export function staysOutWords(
  { names }: Pick<StepContext, 'names'>,
  { source }: Circuit,
  others: readonly Circuit[],
): string {
  const name = names.part(source.part.id);
  const rest = listed(others.map((other) => names.part(other.source.part.id)));
  const keep = `Keep ${cellWords(source)}${source.cellKind.isPlugged === true ? ' unplugged from' : ' out of'} ${name}`;
  return `${keep}: its + and − are joined to those of ${rest}, and the stronger would push current into the other, which can burst it. Check shows the line to unpick.`;
}

/** A sentence for every source of a plan that stays out because it lies side by side with others, in plan order. */
export function whatStaysOut(plan: Plan): readonly string[] {
  const circuits = circuitsOf(plan);
  const names = sheetNames(plan);
  return circuits.flatMap((circuit) => {
    const others = mergedWith(circuits, circuit);
    return others.length === 0 ? [] : [staysOutWords({ names }, circuit, others)];
  });
}

function seenWords(
  plan: StepContext['plan'],
  names: SheetNames,
  { lights, pinLights, loads, source }: Circuit,
  states: readonly LightState[],
): string {
  const partsOf = (list: ReadonlyArray<{ readonly part: Part }>): readonly Part[] => [
    ...new Set(list.map(({ part }) => part)),
  ];
  const byId = new Map(states.map((state) => [state.id, state]));
  const isByPin = ({ part, light }: PlacedLight): boolean =>
    [light.plus, light.minus].some((end) => pinsAt(plan)(part, end).length > 0);
  const isOwn = ({ id }: PlacedLight): boolean => byId.get(id)?.fedBy.includes(source.part.id) === true;
  const isLit = ({ id }: PlacedLight): boolean => byId.get(id)?.isLit === true;
  const own = lightsIn(plan).filter(isOwn);
  const lit = partsOf(own.filter((light) => isLit(light) && !isByPin(light)));
  const waiting = [
    ...partsOf([...pinLights.map(({ light }) => light), ...own.filter(isByPin)]),
    ...loads.filter((part) => hearsData(plan, part)),
  ];
  const dark = partsOf(lights.filter((light) => !isLit(light))).filter(
    (part) => !lit.includes(part) && !waiting.includes(part),
  );
  const isAll = lit.length > 1 && lit.length === partsOf(lightsIn(plan)).length;
  const said = (parts: readonly Part[]): string =>
    parts.length > MOST_NAMED ? `${parts.length} lights` : listed(parts.map((part) => names.part(part.id)));
  const sentences = [
    lit.length === 0
      ? `${sourceEnds(source, (id) => names.part(id))} the meter must read volts, with that sign, and nothing may get warm.`
      : `${isAll ? 'every light' : said(lit)} must light. If one stays dark, the Bench says where to look.`,
  ];
  if (dark.length > 0)
    sentences.push(`By the sums ${said(dark)} ${dark.length === 1 ? 'stays' : 'stay'} dark: Check says why.`);
  if (waiting.length > 0) {
    const boards = loads.filter((part) => elementsOf(kindOf(plan, part), 'pin').length > 0);
    const whose =
      boards.length === 0
        ? 'a program tells them something'
        : `the program of ${listed(boards.map(({ id }) => names.part(id)))} runs`;
    sentences.push(`Until ${whose}, ${said(waiting)} may stay dark.`);
  }
  return sentences.join(' ');
}

/** What turns a circuit off, as a sentence; where nothing does, the cell is the switch. */
function offWords(names: SheetNames, circuit: Circuit): string {
  const ways = offWays(names, circuit);
  return ways.length === 0
    ? `There is no switch: ${cellWords(circuit.source)} is the switch and comes out to turn it off.`
    : `To turn it off, ${ways[0]}.`;
}

/** What a hand can do to turn a circuit off, the easiest first. */
export function offWays(names: SheetNames, { source, mainContacts }: Circuit): readonly string[] {
  const name = (partId: string): string => names.part(partId);
  return [
    ...ownSwitchWords(source, name).map((one) => `turn ${one} off`),
    ...mainContacts.map((contact) => openWords(contact, name)),
  ];
}
