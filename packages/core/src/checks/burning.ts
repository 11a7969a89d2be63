/** What of shorts and of warm things can burn: the part of the caution that only the solved circuit tells. */

import { solveFaded } from '../circuit/faded.ts';
import { limitsFor, type WarmPlace, warmName, warmPlaces } from '../circuit/heat.ts';
import { type Short, shortsOf } from '../circuit/shorts.ts';
import { compileCircuit } from '../circuit/solve-plan.ts';
import { NOMINAL, stateOf } from '../circuit/state.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { formatCelsius, formatCurrent, formatWatt } from '../units/electrical.ts';
import { groupBy } from '../units/group-by.ts';
import type { CurrentContext } from './check-rule.ts';
import type { Currents } from './currents.ts';
import type { Finding } from './finding.ts';

export function burning({ plan, currents }: CurrentContext): readonly Finding[] {
  const point = currents.touching ?? currents.apart;
  const shorts = shortsOf(currents.on, point);
  if (shorts.length > 0) return shorts.map((short) => shortFinding(plan, short));
  const hot = warmest(currents).filter((place) => place.celsius >= limitsFor(plan, place).mendC);
  // Of threads, and of points, the hottest stands for all: one current warms them.
  return [...groupBy(hot, ({ kind, id }) => (kind === 'part' ? id : kind)).values()].map((alike) =>
    hotFinding(plan, alike as readonly [WarmPlace, ...WarmPlace[]]),
  );
}

/** Converters take the more from their cells the emptier these are: so much left is looked at besides full. */
const LOW_CHARGES = [0.5, 0.25, 0.1] as const;

/** Every warm place at the charge at which it is warmest, warmest first. */
function warmest({ on, state, touching, apart }: Currents): readonly WarmPlace[] {
  const fresh = touching ?? apart;
  const points = [fresh];
  if (sourcesOf(on).some(({ cell }) => cell.boostV !== undefined)) {
    const { touchOhm } = fresh.state;
    const compiled = compileCircuit(on, { touchOhm });
    for (const chargeLeft of compiled.ok ? LOW_CHARGES : []) {
      const asked = { ...stateOf(on, chargeLeft), switches: state.switches, touchOhm };
      const solved = compiled.ok ? solveFaded(compiled.value, NOMINAL, asked, fresh) : compiled;
      if (solved.ok) points.push(solved.value);
    }
  }
  const most = new Map<string, WarmPlace>();
  for (const point of points)
    for (const place of warmPlaces(on, point))
      if (place.celsius > (most.get(place.id)?.celsius ?? Number.NEGATIVE_INFINITY))
        most.set(place.id, place);
  return [...most.values()].sort((a, b) => b.celsius - a.celsius);
}

const STEPS: Readonly<Record<WarmPlace['kind'], string>> = {
  thread: 'Sew it in more lines, or let less current through it.',
  point: 'Sew more loops there, or let less current through.',
  part: 'Let less hang on it, or take one that is made for more.',
};

const LYING_WORDS: Readonly<Record<WarmPlace['lying'], string>> = {
  open: '',
  covered: ', and is covered',
  skin: ', and lies on skin',
};

function hotFinding(plan: Plan, alike: readonly [WarmPlace, ...WarmPlace[]]): Finding {
  const [worst, ...more] = alike;
  const { mendC, stopC } = limitsFor(plan, worst);
  const isStop = alike.some((place) => place.celsius >= limitsFor(plan, place).stopC);
  const watts =
    worst.wattPerCm === null ? formatWatt(worst.watt) : `${formatWatt(worst.wattPerCm)} on each centimetre`;
  const others =
    more.length === 0 ? '' : ` ${more.length} more ${more.length === 1 ? 'is' : 'are'} too warm.`;
  const becomes = worst.name.startsWith('the loops') ? 'become' : 'becomes';
  return {
    key: `fire:${worst.id}`,
    ruleId: 'fire',
    severity: isStop ? 'stop' : 'mend',
    at: worst.at,
    message: `${warmName(worst)} ${becomes} ${formatCelsius(worst.celsius)} warm: it takes ${watts}${LYING_WORDS[worst.lying]}.${others}`,
    step: STEPS[worst.kind],
    found: { value: worst.celsius, unit: '°C' },
    wanted: { value: isStop ? stopC : mendC, unit: '°C' },
    partIds: [...new Set(alike.flatMap(({ partIds }) => partIds))],
    runIds: [...new Set(alike.flatMap(({ runIds }) => runIds))],
  };
}

function shortFinding(
  plan: Plan,
  { partId, amp, watt, hottest, isBurning, minutes, touches, isSteady }: Short,
): Finding {
  const part = plan.parts[partId];
  const name = part?.name ?? partId;
  const end =
    minutes === null
      ? 'until the protection of its pack opens'
      : `and ${isSteady ? 'its source is' : 'is'} empty in ${Math.max(1, Math.round(minutes))} min or so`;
  const heat =
    hottest === null ? '' : ` ${warmName(hottest)} would become ${formatCelsius(hottest.celsius)} warm.`;
  const tooHot = hottest !== null && hottest.celsius > limitsFor(plan, hottest).mendC ? hottest : null;
  const isPack = sourcesOf(plan).some(
    (source) => source.part.id === partId && source.cellKind.burns === true,
  );
  return {
    key: `fire:short:${partId}`,
    ruleId: 'fire',
    severity: isPack || isBurning || plan.facts.unattended === true ? 'stop' : 'mend',
    at: touches[0]?.at ?? part?.at ?? { x: 0, y: 0 },
    message: `Its ${isSteady ? 'steady ' : ''}+ and − are joined: ${name} gives ${formatCurrent(amp)}, ${formatWatt(watt)} of heat, ${end}.${heat}`,
    step: 'Leave the power out until the short is gone.',
    found: tooHot === null ? null : { value: tooHot.celsius, unit: '°C' },
    wanted: tooHot === null ? null : { value: limitsFor(plan, tooHot).mendC, unit: '°C' },
    partIds: [partId],
    runIds: hottest === null ? [] : hottest.runIds,
  };
}
