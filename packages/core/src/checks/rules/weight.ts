import { kindOf } from '../../plan/kind-of.ts';
import { hasSeveralPanels, panelOf, panelsOf } from '../../plan/panels.ts';
import { balanceOf } from '../../plan/weight.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Heavier than this pulls thin cloth out of shape, g; cloth below the other is thin, mm (assumptions). */
const HEAVY_G = 15;
const THIN_MM = 0.5;

export const weight: CheckRule = {
  id: 'weight',
  title: 'Heavy on thin cloth, or high up',
  severity: 'note',
  touching: null,
  better: 'less',
  help: 'A heavy part drags thin cloth down and makes a piece hang or stand crooked when it sits high up. Put a patch of firm cloth behind it, or move it down and towards the middle.',
  example: 'A holder for two AAA cells sits at the upper edge of a light wall hanging.',
  byHand:
    'Only you can feel how it hangs: put firm cloth behind it, or find the heavy part a home lower down.',
  sees: ['panels', 'parts'],
  checkWhole,
};

function checkWhole({ plan }: CheckContext): readonly Finding[] {
  const findings: Finding[] = [];
  for (const panel of panelsOf(plan)) {
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
    const { thicknessMm } = panelOf(plan, part);
    if (thicknessMm >= THIN_MM || massG <= HEAVY_G) continue;
    findings.push({
      ...SHARED,
      key: `weight:${part.id}`,
      at: part.at,
      message: `${part.name} weighs ${massG.toFixed(0)} g, on cloth of ${thicknessMm} mm.`,
      step: 'Put a patch of firm cloth behind it.',
      found: { value: massG, unit: 'g' },
      wanted: { value: HEAVY_G, unit: 'g' },
      partIds: [part.id],
    });
  }
  return findings;
}

const SHARED = {
  ruleId: 'weight',
  severity: 'note',
  runIds: [],
} as const;
