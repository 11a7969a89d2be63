import { hasSeveralPanels, panelsOf } from '@sashiko/core/plan/panels';
import { Segmented } from 'antd';
import { usePanelInHand } from '../stores/panel-in-hand.ts';
import { useShownPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** Which panel the tray and the pointer are about; nothing where there is only one. */
export function PanelBar() {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  if (!hasSeveralPanels(plan)) return null;
  return (
    <div className="panel-bar">
      <Segmented
        aria-label="Panel in hand"
        size="small"
        value={panel.id}
        options={panelsOf(plan).map(({ id, name }) => ({ value: id, label: name, title: name }))}
        onChange={(id) => useViewStore.getState().takePanel(id)}
      />
    </div>
  );
}
