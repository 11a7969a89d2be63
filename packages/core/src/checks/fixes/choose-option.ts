import { filledOptions, type OptionValues } from '../../parts/part-kind.ts';
import type { Edit } from '../../plan/edit.ts';
import { choosePartOptions } from '../../plan/edits/part-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { Finding } from '../finding.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** What of a part is chosen otherwise, by rule: a snap of brass, a smaller magnet, a longer cable, a longer tail. */
const CHOICES: Readonly<
  Record<
    string,
    (finding: Finding, part: Part) => { readonly values: OptionValues; readonly words: string } | null
  >
> = {
  'magnet-steel': (_finding, { name }) => ({ values: { metal: 1 }, words: `take ${name} of brass` }),
  'cell-clasp': ({ wanted, key }, { name }) =>
    wanted === null || !key.startsWith('cell-clasp:rim:')
      ? null
      : { values: { magnetMm: wanted.value }, words: `take a magnet of ${wanted.value} mm for ${name}` },
  lead: ({ wanted }, { name }) =>
    wanted === null || wanted.value === 0
      ? null
      : { values: { cableMm: wanted.value }, words: `take ${name} with ${wanted.value} mm of cable` },
  tail: ({ wanted, key }, { name }) =>
    wanted === null || !key.startsWith('tail:short:')
      ? null
      : {
          values: { tailMm: Math.ceil(wanted.value / 10) * 10 },
          words: `leave ${name} ${Math.ceil(wanted.value / 10) * 10} mm long`,
        },
};

/** Chooses a part otherwise where that mends it. */
export const chooseOptionFix: FixKind = {
  id: 'choose-option',
  rules: Object.keys(CHOICES),
  propose: (plan, finding) => finding.partIds.flatMap((id) => chosen(plan, finding, id)),
};

function chosen(plan: Plan, finding: Finding, partId: string): readonly Edit[] {
  const part = plan.parts[partId];
  if (part === undefined || part.locked === true) return [];
  const choice = CHOICES[finding.ruleId]?.(finding, part) ?? null;
  const { options } = kindOf(plan, part);
  if (choice === null) return [];
  const fits = Object.entries(choice.values).every(([id, value]) =>
    options.some((option) => option.id === id && value >= option.smallest && value <= option.largest),
  );
  if (!fits) return [];
  const values = { ...filledOptions(options, part.options ?? {}), ...choice.values };
  return sound(choosePartOptions(plan, partId, values)).map((edit) => ({ ...edit, label: choice.words }));
}
