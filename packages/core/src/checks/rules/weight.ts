import { maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { covers, layersOn } from '../../plan/layers.ts';
import { hasSeveralPanels, panelOf, panelsOf } from '../../plan/panels.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { balanceOf } from '../../plan/weight.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Heavier than this pulls thin, loose or stretching cloth out of shape, g (assumptions). */
const HEAVY_G = 15;
const HEAVY_ON_LOOSE_G = 10;
/** Cloth below this is thin, mm; from this looseness on it stretches, as knits and lace do (assumptions). */
const THIN_MM = 0.5;
const LOOSE_FROM = 1.5;

export const weight: CheckRule = {
  id: 'weight',
  title: 'Heavy on thin or loose cloth, or high up',
  severity: 'note',
  touching: null,
  better: 'less',
  help: 'A heavy part drags thin, loose or stretching cloth down and makes a piece hang or stand crooked when it sits high up. Put a patch of firm cloth behind it, or move it down and towards the middle.',
  example: 'A holder for two AAA cells sits at the upper edge of a light wall hanging.',
  byHand:
    'Only you can feel how it hangs: put firm cloth behind it, or find the heavy part a home lower down.',
  sees: ['panels', 'parts', 'layers', 'facts'],
  checkWhole,
};

function checkWhole({ plan }: CheckContext): readonly Finding[] {
  const findings: Finding[] = [];
  // What is worn neither stands nor hangs by itself.
  for (const panel of plan.facts.worn === true ? [] : panelsOf(plan)) {
    const balance = balanceOf(plan, panel);
    if (!balance.isTopHeavy || balance.centre === null) continue;
    const several = hasSeveralPanels(plan);
    findings.push({
      ...SHARED,
      key: several ? `weight:top:${panel.id}` : 'weight:top',
      at: balance.centre,
      message: `The parts${several ? ` on ${panel.name}` : ''} weigh ${balance.sumG.toFixed(0)} g and pull at the upper part of ${several ? 'it' : 'the piece'}: it is top-heavy.`,
      step: 'Move the heaviest part down, or give the piece weight below.',
      // Where it pulls counts, not how much.
      found: null,
      wanted: null,
      panelId: panel.id,
      partIds: balance.heaviestId === null ? [] : [balance.heaviestId],
    });
  }
  for (const part of Object.values(plan.parts)) {
    const { massG } = kindOf(plan, part);
    const { thicknessMm, isLoose } = clothUnder(plan, part);
    const heavyG = isLoose ? HEAVY_ON_LOOSE_G : HEAVY_G;
    if ((thicknessMm >= THIN_MM && !isLoose) || massG <= heavyG) continue;
    findings.push({
      ...SHARED,
      key: `weight:${part.id}`,
      at: part.at,
      message: `${part.name} weighs ${massG.toFixed(0)} g, on ${isLoose ? 'loose or stretching cloth' : `cloth of ${Number(thicknessMm.toFixed(2))} mm`}.`,
      step: 'Lay firm cloth behind it before it is sewn on.',
      found: { value: massG, unit: 'g' },
      wanted: { value: heavyG, unit: 'g' },
      partIds: [part.id],
    });
  }
  return findings;
}

/** The cloth that carries a part: its panel, with what was laid behind or on it before, which makes it firm. */
function clothUnder(plan: Plan, part: Part): { readonly thicknessMm: number; readonly isLoose: boolean } {
  const panel = panelOf(plan, part);
  const layers = layersOn(plan, part.panelId).filter(
    (layer) => layer.laid === 'before' && covers(plan, layer, part.at),
  );
  const loosenesses = [
    panel.looseness,
    ...layers.map(({ kindId }) => maybeClothKind(kindId)?.looseness ?? 1),
  ];
  return {
    thicknessMm: layers.reduce((sum, layer) => sum + layer.thicknessMm, panel.thicknessMm),
    isLoose: Math.min(...loosenesses) >= LOOSE_FROM,
  };
}

const SHARED = {
  ruleId: 'weight',
  severity: 'note',
  runIds: [],
} as const;
