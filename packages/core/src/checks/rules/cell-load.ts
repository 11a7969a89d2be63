import { shortsOf } from '../../circuit/shorts.ts';
import { type SupplyState, supplyStates } from '../../circuit/will-it-light.ts';
import type { PlacedLight } from '../../joining/sides.ts';
import { isLoneCoin } from '../../parts/cells.ts';
import { type Source, sourcesOf } from '../../power/sources.ts';
import { formatCurrent } from '../../units/electrical.ts';
import { bringResistors, lightsFedBy, withResistors } from '../advice.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding, Severity } from '../finding.ts';

/** From so many times what its table ends with on a cell gives way at once. */
const FAR_OVER = 3;
/** A lone coin cell is told from so many times what it gives well on, and is a stop from so many (handbook section 6). */
const COIN_TOLD_FROM = 5;
const COIN_FAR_OVER = 15;

export const cellLoad: CheckRule = {
  id: 'cell-load',
  title: 'More current than the cells give',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'The piece asks its cells for more than they give well: their volts sink, their hours shrink, a converter sinks below its volts or gives up, the protection of a pack opens. Use larger cells, fewer lights, or hold the current back. A lone coin cell settles lower by itself: up to five times what it gives well only Light tells it, to fifteen times it is to be mended, above that it is a stop.',
  example: 'Thirty white lights hang on a holder that lifts a single AAA cell to 5 V.',
  sees: [],
  inStates: true,
  checkCurrents: ({ plan, currents }) => {
    const supplies = supplyStates(currents.on, currents.apart);
    const shorted = new Set(shortsOf(currents.on, currents.apart).map(({ partId }) => partId));
    return sourcesOf(plan).flatMap((source): readonly Finding[] => {
      const supply = supplies.find(({ partId }) => partId === source.part.id);
      // What a short takes is told as a short.
      if (supply === undefined || shorted.has(source.part.id)) return [];
      return judge(source, supply, lightsFedBy(plan, source.part.id));
    });
  },
};

function judge(
  { part, cell, cellKind }: Source,
  supply: SupplyState,
  lights: readonly PlacedLight[],
): readonly Finding[] {
  const mostMa = cellKind.capacity.at(-1)?.[0] ?? 0;
  const ma = supply.cellAmp * 1000;
  const words = standingWords(part.name, supply);
  const isCoinAlone = isLoneCoin(cell);
  // A lone coin cell settles lower by itself: up to so much only Light tells it.
  if (words === null && ma <= (isCoinAlone ? COIN_TOLD_FROM : 1) * mostMa) return [];
  const severity: Severity =
    supply.standing === 'tripped' || supply.standing === 'starved'
      ? 'stop'
      : ma > (isCoinAlone ? COIN_FAR_OVER : FAR_OVER) * mostMa
        ? 'stop'
        : 'mend';
  return [
    {
      key: `cell-load:${part.id}`,
      ruleId: 'cell-load',
      severity,
      at: part.at,
      message:
        words ??
        `${part.name} is asked for ${formatCurrent(supply.cellAmp)}; its ${cellKind.noun} gives up to ${formatCurrent(mostMa / 1000)} well.`,
      step: isCoinAlone
        ? `It settles lower, and soon: take larger cells, ${bringResistors(lights) ? '' : 'sew-on lights, which bring their resistor, '}or fewer lights.`
        : `Take larger cells, fewer lights, or hold their current back ${withResistors(lights)}.`,
      found: { value: ma, unit: 'mA' },
      wanted: { value: mostMa, unit: 'mA' },
      partIds: [part.id],
      runIds: [],
    },
  ];
}

function standingWords(name: string, { standing, volt }: SupplyState): string | null {
  switch (standing) {
    case 'steady':
      return null;
    case 'sinking':
      return `${name} cannot lift its cells any further: its output sinks to ${volt.toFixed(1)} V.`;
    case 'starved':
      return `${name} is starved: its cells cannot feed what it should give, and it gives up.`;
    case 'tripped':
      return `The protection of the pack of ${name} opens: nothing works until it is unplugged.`;
  }
}
