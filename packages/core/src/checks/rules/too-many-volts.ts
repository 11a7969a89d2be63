import { ABOVE_SUPPLY_V, liftedHoles, type TooMany, tooManyVolts } from '../../circuit/most-volts.ts';
import type { PlanPoint } from '../../circuit/solve-plan.ts';
import { liftedWords, tooManyWords } from '../../circuit/volts-words.ts';
import { netAt, partsThatAre } from '../../joining/sides.ts';
import { intakesOf, isTooMuchFor } from '../../parts/bears.ts';
import { freshVolt } from '../../parts/cells.ts';
import { hasElement } from '../../parts/part-element.ts';
import { voltBeside } from '../../parts/steady-supply.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { sourcesOf } from '../../power/sources.ts';
import { formatVolt } from '../../units/electrical.ts';
import type { CheckContext, CheckRule, CurrentContext } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { manyWords } from '../words-for-many.ts';

export const tooManyVoltsRule: CheckRule = {
  id: 'too-many-volts',
  title: 'Too many volts',
  severity: 'stop',
  touching: null,
  better: 'less',
  help: 'A board, a sensor, a buzzer or an addressable light bears only so many volts; more damage it at once or in a while. What counts is the fullest cell, and the moment before anything draws current: thread loses nothing then. A pin or a data hole bears 0.3 V above the supply of its own part (from memory of typical datasheets). Where nobody says what a part of your own bears, look it up and write it down in its description.',
  example: 'A holder that lifts its cells to 5 V feeds a small board, which bears 4.3 V.',
  sees: ['parts', 'habits'],
  inStates: true,
  checkWhole: unsuited,
  checkCurrents,
};

function checkCurrents({ plan, currents: { on, apart } }: CurrentContext): readonly Finding[] {
  const over = tooManyVolts(on, apart);
  const known = over.flatMap((one): readonly Finding[] => {
    const { partId, volt, mostV } = one;
    const part = plan.parts[partId];
    if (part === undefined || mostV === null) return [];
    return [
      {
        ...finding(`too-many-volts:${partId}`, [part], volt, mostV),
        message: tooManyWords(plan, one),
        step: 'Feed it from a source of fewer volts.',
      },
    ];
  });
  return [...known, ...unknown(plan, over), ...lifted(on, apart)];
}

/** What nobody knows is told once for each sort of part. */
function unknown(plan: Plan, over: readonly TooMany[]): readonly Finding[] {
  const byKind = new Map<string, TooMany[]>();
  for (const one of over) {
    const kindId = plan.parts[one.partId]?.kindId;
    if (one.mostV === null && kindId !== undefined) byKind.set(kindId, [...(byKind.get(kindId) ?? []), one]);
  }
  return [...byKind].flatMap(([kindId, all]): readonly Finding[] => {
    const parts = all.flatMap(({ partId }) => plan.parts[partId] ?? []);
    const volt = Math.max(...all.map((one) => one.volt));
    const madeForV = Math.max(...all.map((one) => one.madeForV));
    if (parts.length === 0) return [];
    return [
      {
        ...finding(`too-many-volts:unknown:${kindId}`, parts, volt, madeForV),
        severity: 'mend',
        message:
          all.length === 1 && all[0] !== undefined
            ? tooManyWords(plan, all[0])
            : `Nobody says how many volts ${manyWords(parts, 'parts')} bear: up to ${formatVolt(volt)} come in, and ${formatVolt(madeForV)} is what they are made for.`,
        step: 'Look it up, and write the most it bears into the description of the part.',
      },
    ];
  });
}

function lifted(plan: Plan, point: PlanPoint): readonly Finding[] {
  return liftedHoles(plan, point).flatMap((one): readonly Finding[] => {
    const { partId, terminal, volt, byId, isLossOnly } = one;
    const part = plan.parts[partId];
    const by = byId === null ? undefined : plan.parts[byId];
    if (part === undefined) return [];
    return [
      {
        ...finding(
          `too-many-volts:${partId}.${terminal}`,
          [part, ...(by === undefined ? [] : [by])],
          volt,
          ABOVE_SUPPLY_V,
        ),
        message: liftedWords(plan, one),
        severity: isLossOnly ? 'mend' : 'stop',
        step: isLossOnly
          ? `Sew the + and − of ${part.name} in more lines: only what they lose while it works makes the difference.`
          : by === undefined
            ? 'Feed both ends of what hangs on it from the supply of its own part.'
            : `Feed ${part.name} and ${by.name} from one supply.`,
      },
    ];
  });
}

/** What no source on the cloth may feed: no thread is proposed for it. */
function unsuited({ plan, nets }: CheckContext): readonly Finding[] {
  const fresh = sourcesOf(plan).map(({ part, cell }) => ({ part, volt: freshVolt(cell, assumedIn(plan)) }));
  const [weakest] = [...fresh].sort((a, b) => a.volt - b.volt);
  if (weakest === undefined) return [];
  const steady = partsThatAre(plan, 'regulator').map((board) => kindOf(plan, board));
  return Object.values(plan.parts).flatMap((part): readonly Finding[] => {
    const kind = kindOf(plan, part);
    const straight = intakesOf(kind).filter(({ isBehind, mostV }) => !isBehind && mostV !== null);
    const mostV = Math.min(...straight.flatMap((intake) => intake.mostV ?? []));
    // What is sewn is told by its volts.
    const isSewn = straight.some(({ plus }) => netAt(nets, part, plus).runIds.length > 0);
    if (isSewn || straight.length === 0 || hasElement(kind, 'cell')) return [];
    if (!isTooMuchFor(kind, voltBeside(kind, weakest.volt, steady))) return [];
    return [
      {
        ...finding(`too-many-volts:${part.id}:unsuited`, [part, weakest.part], weakest.volt, mostV),
        message: `Nothing on the cloth may feed ${part.name}: it bears ${formatVolt(mostV)}, and ${weakest.part.name} gives ${formatVolt(weakest.volt)}.`,
        step: 'Place a source of fewer volts.',
      },
    ];
  });
}

function finding(
  key: string,
  parts: readonly Part[],
  found: number,
  wanted: number,
): Omit<Finding, 'message' | 'step'> {
  return {
    key,
    ruleId: 'too-many-volts',
    severity: 'stop',
    at: (parts[0] as Part).at,
    found: { value: found, unit: 'V' },
    wanted: { value: wanted, unit: 'V' },
    partIds: parts.map(({ id }) => id),
    runIds: [],
  };
}
