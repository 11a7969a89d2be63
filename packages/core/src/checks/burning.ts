/** What of shorts and of warm thread can burn: the part of the caution that only the solved circuit tells. */
import { threadFigures } from '../circuit/figures.ts';
import { type Short, shortsOf } from '../circuit/shorts.ts';
import { assumedIn } from '../plan/assumed.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holePoint } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { formatCurrent } from '../units/electrical.ts';
import type { CurrentContext } from './check-rule.ts';
import type { Finding } from './finding.ts';

export function burning({ plan, currents }: CurrentContext): readonly Finding[] {
  const point = currents.touching ?? currents.apart;
  const shorts = shortsOf(currents.on, point);
  if (shorts.length > 0) return shorts.map((short) => shortFinding(plan, short));
  const { skinWattPerCm } = assumedIn(plan);
  return threadFigures(currents.on, point)
    .filter(({ wattPerCm }) => wattPerCm > skinWattPerCm)
    .flatMap(({ runId, wattPerCm }): readonly Finding[] => {
      const run = plan.runs[runId];
      if (run === undefined) return [];
      return [
        {
          key: `fire:${runId}`,
          ruleId: 'fire',
          severity: 'stop',
          at: holePoint(plan, run.from),
          message: `The thread ${runName(plan, run)} gets hot: ${wattPerCm.toPrecision(2)} W on each centimetre.`,
          step: 'Sew it in several lines, or let less current through it.',
          found: { value: wattPerCm, unit: 'W/cm' },
          wanted: { value: skinWattPerCm, unit: 'W/cm' },
          partIds: [],
          runIds: [runId],
        },
      ];
    });
}

function shortFinding(plan: Plan, { partId, amp, watt, hottest, isHot, minutes, touches }: Short): Finding {
  const part = plan.parts[partId];
  const name = part?.name ?? partId;
  const { skinWattPerCm } = assumedIn(plan);
  const end =
    minutes === null
      ? 'until the protection of its pack opens'
      : `and is empty in ${Math.max(1, Math.round(minutes))} min or so`;
  const heat =
    hottest === null
      ? ''
      : ` The hottest thread takes ${hottest.wattPerCm.toPrecision(2)} W on each centimetre.`;
  return {
    key: `fire:short:${partId}`,
    ruleId: 'fire',
    severity: isHot || minutes === null ? 'stop' : 'mend',
    at: touches[0]?.at ?? part?.at ?? { x: 0, y: 0 },
    message: `Its + and − are joined: ${name} gives ${formatCurrent(amp)}, ${watt.toFixed(1)} W of heat, ${end}.${heat}`,
    step: 'Leave the power out until the short is gone.',
    found: hottest === null ? null : { value: hottest.wattPerCm, unit: 'W/cm' },
    wanted: hottest === null ? null : { value: skinWattPerCm, unit: 'W/cm' },
    partIds: [partId],
    runIds: hottest === null ? [] : [hottest.runId],
  };
}
