/** Too many volts in words, as Check, Light and the command line tell them. */
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { formatVolt } from '../units/electrical.ts';
import { capital } from '../units/words.ts';
import { ABOVE_SUPPLY_V, type Lifted, type TooMany } from './most-volts.ts';

/** `face board gets up to 5 V and bears 4.3 V.`, or what nobody knows of it. */
export function tooManyWords(plan: Plan, { partId, volt, mostV, madeForV }: TooMany): string {
  const name = plan.parts[partId]?.name ?? partId;
  return mostV === null
    ? `Nobody says how many volts ${name} bears: up to ${formatVolt(volt)} come in, and ${formatVolt(madeForV)} is what it is made for.`
    : `${name} gets up to ${formatVolt(volt)} and bears ${formatVolt(mostV)}.`;
}

/** `Hole P0 of face board lies up to 1.7 V above the supply of its own part: eye speaks to it with more; it bears 0.3 V.` */
export function liftedWords(plan: Plan, { partId, terminal, volt, byId }: Lifted): string {
  const part = plan.parts[partId];
  const hole =
    part === undefined ? undefined : kindOf(plan, part).holes.find((one) => one.terminal === terminal);
  const where = hole === undefined ? terminal : capital(holeName(plan, { partId, holeId: hole.id }));
  const by = byId === null ? undefined : plan.parts[byId];
  const speaker = by === undefined ? '' : `: ${by.name} speaks to it with more`;
  return `${where} lies up to ${formatVolt(volt)} above the supply of its own part${speaker}; it bears ${formatVolt(ABOVE_SUPPLY_V)}.`;
}
