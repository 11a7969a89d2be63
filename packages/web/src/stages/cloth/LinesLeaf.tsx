import { Button } from 'antd';
import { takePen } from '../../canvas/pen-tool.ts';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { ChosenLine } from './ChosenLine.tsx';
import { USES, usesById } from './uses.ts';

/** Lines and areas on the cloth: marks to place and sew along, openings, keep-outs, windows, zones of reach. */
export function LinesLeaf() {
  const plan = useShownPlan();
  const chosenId = useViewStore((state) => state.selection.markingId);
  const tool = useViewStore((state) => state.tool);
  const panel = usePanelInHand(plan);
  const markings = Object.values(panel.markings);
  const chosen = chosenId === null ? undefined : panel.markings[chosenId];
  return (
    <>
      <section>
        <h2>Draw</h2>
        <div className="buttons">
          {USES.map(({ id, title, hint }) => (
            <Button
              key={id}
              size="small"
              title={hint}
              type={tool.kind === 'pen' && tool.use === id ? 'primary' : 'default'}
              onClick={() => takePen(id)}
            >
              {title}
            </Button>
          ))}
        </div>
      </section>
      {chosen !== undefined && <ChosenLine key={chosen.id} marking={chosen} />}
      <section>
        <h2>On the cloth</h2>
        {markings.length === 0 && (
          <p className="quiet">
            Nothing drawn yet. A mark helps to place parts and to sew along; an opening is where there is no
            cloth; a window is where something must show; a zone of reach says where a hand gets to the switch
            and the cell.
          </p>
        )}
        <ul className="line-list">
          {markings.map((marking) => (
            <li key={marking.id}>
              <button
                type="button"
                className="linkish"
                aria-pressed={marking.id === chosenId}
                onClick={() =>
                  useViewStore.getState().select(marking.id === chosenId ? {} : { markingId: marking.id })
                }
              >
                {marking.name} <span className="quiet">{usesById[marking.use].title.toLowerCase()}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
