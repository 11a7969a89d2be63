import type { Face } from '@sashiko/core/cloth/cloth';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { hasSeveralPanels, thoseOn } from '@sashiko/core/plan/panels';
import { balanceOf, TIPS_FROM_G } from '@sashiko/core/plan/weight';
import { onTable } from '../../canvas/table.ts';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useCalmPlan } from '../../stores/use-calm-plan.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { INK } from '../../ui/ink.ts';
import { Row } from '../../ui/Row.tsx';

/** What the parts weigh and where they pull. */
export function BalanceLeaf() {
  const plan = useCalmPlan();
  const panel = usePanelInHand(plan);
  const balance = balanceOf(plan, panel);
  const several = hasSeveralPanels(plan);
  const parts = thoseOn(plan.parts, panel.id)
    .map((part) => ({ part, massG: kindOf(plan, part).massG }))
    .sort((a, b) => b.massG - a.massG);
  return (
    <section>
      <h2>Weight and balance{several ? ` of ${panel.name}` : ''}</h2>
      <Row label="All parts, with their cells" value={`${balance.sumG.toFixed(1)} g`} />
      <p className="quiet">{balanceWords(balance)}</p>
      <table className="light-table">
        <thead>
          <tr>
            <th>Part</th>
            <th>g</th>
          </tr>
        </thead>
        <tbody>
          {parts.slice(0, 12).map(({ part, massG }) => (
            <tr key={part.id}>
              <td>
                <button
                  type="button"
                  className="linkish"
                  onClick={() => useViewStore.getState().select({ partIds: [part.id] })}
                >
                  {part.name}
                </button>
              </td>
              <td className="figure">{massG.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {parts.length > 12 && <p className="quiet">… and {parts.length - 12} lighter ones.</p>}
    </section>
  );
}

/** From here to a side the pull counts, as a share of half the width (assumption). */
const TO_SIDE = 0.25;

/** Which way the piece tips, in words. */
function balanceWords(balance: ReturnType<typeof balanceOf>): string {
  if (balance.centre === null) return 'Nothing is on the cloth yet.';
  if (balance.sumG < TIPS_FROM_G) return 'So light that it tips nothing.';
  const side =
    Math.abs(balance.toSide) < TO_SIDE
      ? 'in the middle'
      : `to the ${balance.toSide < 0 ? 'left' : 'right'} of the middle`;
  return balance.isTopHeavy
    ? `The parts pull at the upper part of the piece, ${side}: it is top-heavy. Move the heaviest part down.`
    : `The parts pull ${side}, low enough to hang well.`;
}

/** The centre of the parts' weight on the cloth. */
export function BalanceMark({ face, scale }: { readonly face: Face; readonly scale: number }) {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  const { centre, sumG } = balanceOf(plan, panel);
  if (centre === null) return null;
  const at = onTable(panel, face, centre);
  const r = 11 / scale;
  return (
    <g pointerEvents="none">
      <circle cx={at.x} cy={at.y} r={r} fill={INK.paper} stroke={INK.indigo} strokeWidth={2 / scale} />
      <path
        d={`M${at.x} ${at.y}V${at.y - r}A${r} ${r} 0 0 1 ${at.x + r} ${at.y}ZM${at.x} ${at.y}V${at.y + r}A${r} ${r} 0 0 1 ${at.x - r} ${at.y}Z`}
        fill={INK.indigo}
      />
      <title>{`The parts' weight, ${sumG.toFixed(0)} g, pulls here`}</title>
    </g>
  );
}
