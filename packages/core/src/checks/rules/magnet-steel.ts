import { polygonsApartMm } from '../../geometry/polygon.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { placedOutline } from '../../plan/placed.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Magnets keep at least this far from steel (common practice for the rule, assumption for the figure). */
export const MAGNET_STEEL_MM = 25;

export const magnetSteel: CheckRule = {
  id: 'magnet-steel',
  title: 'Magnet too near to steel',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A magnet pulls at a steel holder or clip, folds the cloth between them and may never let go. Keep them at least 25 mm apart from rim to rim (assumption), as far as the piece allows. Snaps of brass are not pulled at.',
  example: 'The magnet of a magnetic switch sits 12 mm beside a steel cell holder.',
  sees: ['parts'],
  checkWhole({ plan }) {
    const parts = Object.values(plan.parts);
    const magnets = parts.filter((part) => kindOf(plan, part).magnetism === 'magnet');
    if (magnets.length === 0) return [];
    const steel = parts.filter((part) => kindOf(plan, part).magnetism === 'steel');
    return magnets.flatMap((magnet) =>
      steel.flatMap((other): readonly Finding[] => {
        // A magnet and the switch it works belong together; on two pieces of cloth nothing is known yet.
        if (magnet.mateId === other.id || other.mateId === magnet.id) return [];
        if (magnet.panelId !== other.panelId) return [];
        const apartMm = polygonsApartMm(placedOutline(plan, magnet), placedOutline(plan, other));
        if (apartMm >= MAGNET_STEEL_MM) return [];
        return [
          {
            key: `magnet-steel:${magnet.id}+${other.id}`,
            ruleId: 'magnet-steel',
            severity: 'mend',
            at: magnet.at,
            message: `${magnet.name} ${apartMm < 0.5 ? 'lies on' : `is only ${apartMm.toFixed(0)} mm from`} ${other.name}, which is steel.`,
            step: `Move one of them ${Math.ceil(MAGNET_STEEL_MM - apartMm)} mm or more away.`,
            found: { value: apartMm, unit: 'mm' },
            wanted: { value: MAGNET_STEEL_MM, unit: 'mm' },
            partIds: [magnet.id, other.id],
            runIds: [],
          },
        ];
      }),
    );
  },
};
