import { solvePlan } from '@sashiko/core/circuit/faded';
import { loadFigures, pinFigures, threadFigures } from '@sashiko/core/circuit/figures';
import { limitsFor, type WarmPlace, warmPlaces } from '@sashiko/core/circuit/heat';
import { eveningsOf, goodHours, howLong, type RunTime } from '@sashiko/core/circuit/how-long';
import { type LightTrialAnswer, lightTrials } from '@sashiko/core/circuit/light-trials';
import { liftedHoles, tooManyVolts } from '@sashiko/core/circuit/most-volts';
import { type Short, shortsOf } from '@sashiko/core/circuit/shorts';
import { liftedWords, tooManyWords } from '@sashiko/core/circuit/volts-words';
import { lightAnswer } from '@sashiko/core/circuit/will-it-light';
import { expectOk } from '@sashiko/core/errors/problem';
import { assumedIn } from '@sashiko/core/plan/assumed';
import type { Plan } from '@sashiko/core/plan/schema';
import { planInState } from '@sashiko/core/power/operating-states';
import {
  formatCelsius,
  formatCurrent,
  formatHours,
  formatVolt,
  formatWatt,
} from '@sashiko/core/units/electrical';
import type { CommandAnswer, CommandOptions } from './command.ts';
import { placeRecord } from './place.ts';
import { toJson } from './to-json.ts';

/** So many trials at most: some minutes of work. */
const MOST_TRIALS = 100_000;

/** What a plan does with its power in: lights, sources, pins, threads, shorts, hours, and how sure all that is. */
export function simulate(asIs: Plan, options: CommandOptions): CommandAnswer {
  const plan = options.state === undefined ? asIs : planInState(asIs, options.state);
  const asked = {
    chargeLeft: chargeIn(options.charge),
    touchOhm: touchIn(options.touch, assumedIn(plan).touchOhm),
  };
  const point = expectOk(solvePlan(plan, asked));
  const answer = lightAnswer(plan, point);
  const warm = warmPlaces(plan, point);
  const times = expectOk(howLong(plan, asked));
  const shorts = shortsOf(plan, point);
  const tooMany = tooManyVolts(plan, point);
  const lifted = liftedHoles(plan, point);
  const trials =
    options.trials === undefined
      ? null
      : expectOk(lightTrials(plan, { trials: trialsIn(options.trials), seed: options.seed }, asked));
  const name = (partId: string): string => plan.parts[partId]?.name ?? partId;
  const timeOf = (partId: string): RunTime | undefined => times.find((time) => time.partId === partId);
  if (!options.asJson) {
    const lines = [
      ...shorts.map((short) => shortLine(name(short.partId), short)),
      ...tooMany.map((one) => `TOO MANY VOLTS: ${tooManyWords(plan, one)}\n`),
      ...lifted.map(
        (one) => `${one.isLossOnly ? 'ABOVE ITS SUPPLY' : 'TOO MANY VOLTS'}: ${liftedWords(plan, one)}\n`,
      ),
      ...answer.lights.map(
        (light) =>
          `${name(light.partId)}  ${formatCurrent(light.amp)}  ${light.isLit ? `${Math.round(light.relative * 100)} %` : 'dark'}\n`,
      ),
      ...answer.supplies.map(
        ({ partId, amp, volt, standing }) =>
          `${name(partId)} gives ${formatCurrent(amp)} at ${formatVolt(volt)}${standing === 'steady' ? '' : ` (${standing})`}\n`,
      ),
      ...(warm[0] === undefined || warm[0].celsius < limitsFor(plan, warm[0]).mendC
        ? []
        : [`HOT: ${warm[0].name} ${formatCelsius(warm[0].celsius)} warm.\n`]),
      ...(times.length === 0 && shorts.length === 0 ? ['No current flows.\n'] : []),
      ...times
        .filter(({ isLit, partId }) => isLit || !shorts.some((short) => short.partId === partId))
        .map((time) => timeLine(plan, name(time.partId), time)),
      ...(trials === null ? [] : [trialsLine(name, trials)]),
    ];
    return { output: lines.join('') };
  }
  const first = [...times].sort((a, b) => a.atMostHours - b.atMostHours)[0];
  return {
    output: toJson({
      plan: plan.name,
      state: options.state ?? null,
      charge: asked.chargeLeft,
      touchOhm: asked.touchOhm,
      lights: answer.lights.map((light) => ({
        id: light.id,
        part: light.partId,
        name: name(light.partId),
        isAddressable: light.isAddressable,
        isLit: light.isLit,
        fedBy: light.fedBy,
        currentA: light.amp,
        peakCurrentA: light.peakAmp,
        voltageV: light.volt,
        relativeBrightness: light.relative,
      })),
      sources: answer.supplies.map((supply) => ({
        id: supply.partId,
        name: name(supply.partId),
        currentA: supply.amp,
        peakCurrentA: supply.peakAmp,
        voltageV: supply.volt,
        cellCurrentA: supply.cellAmp,
        standing: supply.standing,
        hours: hoursJson(plan, timeOf(supply.partId)),
      })),
      pins: pinFigures(plan, point).map(({ partId, pin, label, level, amp, peakAmp, mostAmp }) => ({
        id: `${partId}.${pin}`,
        name: `${name(partId)} ${label}`,
        level,
        currentA: amp,
        peakCurrentA: peakAmp,
        mostCurrentA: mostAmp,
      })),
      loads: loadFigures(plan, point).map(({ partId, volt, leastV, amp, standing }) => ({
        id: partId,
        name: name(partId),
        voltageV: volt,
        leastVoltageV: leastV,
        currentA: amp,
        standing,
      })),
      tooManyVolts: tooMany.map(({ partId, volt, mostV }) => ({
        id: partId,
        voltageV: volt,
        mostVoltageV: mostV,
      })),
      liftedHoles: lifted.map(({ partId, terminal, volt, byId, isLossOnly }) => ({
        part: partId,
        terminal,
        aboveSupplyV: volt,
        by: byId,
        onlyWhileItWorks: isLossOnly,
      })),
      threads: threadFigures(plan, point).map(({ runId, amp, ohm, volt, watt, wattPerCm }) => ({
        id: runId,
        currentA: amp,
        ohm,
        lostV: volt,
        powerW: watt,
        hottestWPerCm: wattPerCm,
      })),
      shorts: shorts.map(({ partId, isSteady, amp, watt, hottest, isHot, minutes, touches }) => ({
        source: partId,
        isSteady,
        currentA: amp,
        powerW: watt,
        hottest: hottest === null ? null : warmJson(hottest),
        isTooHot: isHot,
        minutesToEmpty: minutes,
        touches: touches.map((touch) => placeRecord(plan, touch)),
      })),
      warmest: warm.slice(0, MOST_WARM).map(warmJson),
      evenness: answer.evenness,
      nodeVoltagesV: answer.holeVolts,
      hours: hoursJson(plan, first),
      ...(trials === null ? {} : { trials: trialsJson(trials) }),
    }),
  };
}

/** So many of the warmest places are listed. */
const MOST_WARM = 10;

function warmJson({ id, kind, name, celsius, watt, wattPerCm, lying, at }: WarmPlace) {
  return { id, kind, name, celsius, powerW: watt, wPerCm: wattPerCm, lying, x: at.x, y: at.y };
}

/** A share of a full cell, or per cent where it is above 1 or says so. */
function chargeIn(text: string | undefined): number {
  if (text === undefined) return 1;
  const isPerCent = text.endsWith('%');
  const number = Number(isPerCent ? text.slice(0, -1) : text);
  const charge = isPerCent || number > 1 ? number / 100 : number;
  if (!(charge > 0 && charge <= 1))
    throw new RangeError(`--charge is a share of a full cell, such as 0.4 or 40%, not "${text}".`);
  return charge;
}

/** What touching threads let through as it is written, Ω; null for none. Throws RangeError in words for what is neither. */
export function touchIn(text: string | undefined, usual: number): number | null {
  if (text === undefined) return usual;
  if (text === 'none') return null;
  const ohm = Number(text);
  if (!(ohm > 0 && ohm <= 1e9))
    throw new RangeError(`--touch is a number of ohms above 0, or "none", not "${text}".`);
  return ohm;
}

function trialsIn(text: string): number {
  const trials = Number(text);
  if (!Number.isInteger(trials) || trials < 1 || trials > MOST_TRIALS)
    throw new RangeError(`--trials is a whole number from 1 to ${MOST_TRIALS}, not "${text}".`);
  return trials;
}

function hoursJson(plan: Plan, time: RunTime | undefined) {
  if (time === undefined) return null;
  const { eveningHours } = assumedIn(plan);
  return {
    atMost: time.atMostHours,
    toHalfBrightness: time.halfHours,
    endedBy: time.stoppedBy,
    events: time.events,
    good: time.isLit ? goodHours(time) : 0,
    standbyCurrentA: time.standbyAmp,
    evenings: time.isLit ? { hoursEach: eveningHours, count: eveningsOf(time, eveningHours) } : null,
  };
}

function trialsJson({ trials, allLit, lights, sources, failsFirst, evenness, sways }: LightTrialAnswer) {
  return {
    trials,
    allLit,
    failsFirst,
    evenness,
    lights: lights.map(({ id, amp, litIn }) => ({ id, litIn, currentA: amp })),
    sources: sources.map(({ partId, amp }) => ({ id: partId, cellCurrentA: amp })),
    sways: sways.map(({ what, low, high }) => ({ what, dimmestLowA: low, dimmestHighA: high })),
  };
}

function shortLine(name: string, { amp, watt, hottest, minutes, isSteady }: Short): string {
  const heat = hottest === null ? '' : `, ${hottest.name} ${formatCelsius(hottest.celsius)} warm`;
  const end =
    minutes === null
      ? ': its protection opens'
      : `: ${isSteady ? 'its source is ' : ''}empty after ${Math.max(1, Math.round(minutes))} min`;
  return `SHORT: ${name} gives ${formatCurrent(amp)}, ${formatWatt(watt)}${heat}${end}.\n`;
}

function timeLine(plan: Plan, name: string, time: RunTime): string {
  if (!time.isLit)
    return `Nothing lights, yet ${name} is being emptied: ${formatHours(time.atMostHours)} at most.\n`;
  const { eveningHours } = assumedIn(plan);
  const evenings = Math.floor(eveningsOf(time, eveningHours));
  return `${name}: good light for at most ${formatHours(goodHours(time))} (${evenings} evenings of ${eveningHours} h), ${time.stoppedBy === 'dark' ? 'dark' : 'empty'} after ${formatHours(time.atMostHours)}${eventWords(time)}.\n`;
}

/** What happens on the way, besides half brightness and the end. */
function eventWords({ events }: RunTime): string {
  return events
    .flatMap(({ what, hours }) =>
      what === 'gives up' || what === 'opens' ? [`, ${EVENT_WORDS[what]} after ${formatHours(hours)}`] : [],
    )
    .join('');
}
const EVENT_WORDS = { 'gives up': 'its converter gives up', opens: 'its protection opens' } as const;

function trialsLine(name: (partId: string) => string, answer: LightTrialAnswer): string {
  const weakest = answer.lights.find(({ id }) => id === answer.failsFirst);
  const first = weakest === undefined ? '' : ` ${name(weakest.partId)} fails first.`;
  return `All that should light does in ${answer.allLit} of ${answer.trials}.${first}\n`;
}
