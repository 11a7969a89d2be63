/** The layers of a panel: laid, drawn, said, taken off. One file: each of its parts is a row of the same form. */
import { boxOf, clothBox, type Face } from '@sashiko/core/cloth/cloth';
import { CLOTH_COLOURS, CLOTH_KINDS } from '@sashiko/core/cloth/cloth-kinds';
import { edgesOf, type Stretch, stretchPoints } from '@sashiko/core/cloth/outline-places';
import { mapNode } from '@sashiko/core/geometry/curve';
import { polylineLengthMm } from '@sashiko/core/geometry/polyline';
import { moveIntoWindows } from '@sashiko/core/plan/arrange/into-windows';
import { addLayer, changeLayer, cutWindows, deleteLayer } from '@sashiko/core/plan/edits/layer-edits';
import { layerOutline, layerShape, layersOn, looksOut } from '@sashiko/core/plan/layers';
import { faceUp, thoseOn } from '@sashiko/core/plan/panels';
import { shiningFace } from '@sashiko/core/plan/placed';
import type { Layer, Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { edgeName } from '@sashiko/core/plan/seam-works';
import { formatLength } from '@sashiko/core/units/length';
import { counted } from '@sashiko/core/units/words';
import { Button, Checkbox } from 'antd';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** Of a new pocket the upper side stays open, from its first corner to its second. */
const UPPER_SIDE = { from: 0, to: 1 };

/** Of a panel a new pocket covers so much of the middle, each way. */
const POCKET_SHARE = 0.5;

/** Cloth on cloth: what covers which face of the panel in hand. */
export function LayersOfPanel({ plan, panel }: { readonly plan: Plan; readonly panel: Panel }) {
  const lay = (name: string, face: Face, more: Partial<Layer> = {}): void => {
    if (usePlanStore.getState().commit(addLayer(currentPlan(), { name, panelId: panel.id, face, ...more })))
      useViewStore.getState().setFace(faceUp(panel, face));
  };
  return (
    <section aria-label={`Layers on ${panel.name}`}>
      <h2>Layers on it</h2>
      <p className="quiet">
        A lining, a pocket, an overlay with windows. The sheet says when each goes on, and Check what it shuts
        in.
      </p>
      <div className="buttons">
        <Button size="small" onClick={() => lay('lining', 'wrong')}>
          Line the wrong side
        </Button>
        <Button size="small" onClick={() => lay('overlay', 'right')}>
          Lay over the right side
        </Button>
        <Button
          size="small"
          onClick={() =>
            lay('pocket', 'wrong', {
              nodes: middleOf(panel),
              fastened: 'sewn',
              laid: 'after',
              openEdge: UPPER_SIDE,
            })
          }
        >
          Sew a pocket on
        </Button>
      </div>
      {layersOn(plan, panel.id).map((layer) => (
        <LayerCard key={layer.id} plan={plan} layer={layer} />
      ))}
    </section>
  );
}

type Corners = NonNullable<Layer['nodes']>;

/** The corners of a box, all round. */
function boxNodes(left: number, top: number, right: number, bottom: number): Corners {
  return [
    { at: { x: left, y: top } },
    { at: { x: right, y: top } },
    { at: { x: right, y: bottom } },
    { at: { x: left, y: bottom } },
  ];
}

/** A box in the middle of a panel: where a new layer of its own lies at first. */
function middleOf(panel: Panel): Corners {
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const [x, y] = [(widthMm * (1 - POCKET_SHARE)) / 2, (heightMm * (1 - POCKET_SHARE)) / 2];
  return boxNodes(
    Math.round(left + x),
    Math.round(top + y),
    Math.round(left + widthMm - x),
    Math.round(top + heightMm - y),
  );
}

/** A side of a layer as the value of a choice. */
function edgeKey({ from, to }: Stretch): string {
  return `${from} ${to}`;
}

/** The sides of a layer that can stay open, by where they lie; the one that is open among them. */
function openSides(
  plan: Plan,
  layer: Layer,
): ReadonlyArray<{ readonly value: string; readonly label: string }> {
  const shape = layerShape(layer, plan);
  const panel = { ...(plan.panels[layer.panelId] as Panel), shape };
  const edges = edgesOf(shape);
  const { openEdge } = layer;
  const own =
    openEdge === undefined || edges.some((edge) => edgeKey(edge) === edgeKey(openEdge)) ? [] : [openEdge];
  return [...edges, ...own].map((edge) => ({
    value: edgeKey(edge),
    label: `${edgeName(panel, edge)}, ${formatLength(polylineLengthMm(stretchPoints(shape, edge)), plan.habits.unit, 0)}`,
  }));
}

/** A layer: of what it is, how it is held, which side stays open. */
function LayerCard({ plan, layer }: { readonly plan: Plan; readonly layer: Layer }) {
  const change = (changes: Parameters<typeof changeLayer>[2]): void => {
    usePlanStore.getState().commit(changeLayer(currentPlan(), layer.id, changes));
  };
  return (
    <div className="work-card">
      <strong>{layer.name}</strong>
      <Choice
        label="Lies on"
        value={layer.face}
        options={[
          { value: 'right', label: 'the right side' },
          { value: 'wrong', label: 'the wrong side' },
        ]}
        onChange={(face) => change({ face })}
      />
      <Choice
        label="Cloth"
        value={layer.kindId}
        options={CLOTH_KINDS.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(kindId) => change({ kindId })}
      />
      <Choice
        label="Colour"
        value={layer.colourId}
        options={CLOTH_COLOURS.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(colourId) => change({ colourId })}
      />
      <Choice
        label="Held"
        value={layer.fastened}
        options={[
          { value: 'sewn', label: 'sewn on' },
          { value: 'glued', label: 'glued on' },
          { value: 'ironed', label: 'ironed on' },
          { value: 'comes-off', label: 'so that it comes off' },
        ]}
        onChange={(fastened) => change({ fastened })}
      />
      <Choice
        label="Laid on"
        value={layer.laid}
        options={[
          { value: 'before', label: 'before the circuit' },
          { value: 'after', label: 'after it' },
        ]}
        onChange={(laid) => change({ laid })}
      />
      <Choice
        label="Covers"
        value={layer.nodes === undefined ? 'all' : 'part'}
        options={[
          { value: 'all', label: 'the whole panel' },
          { value: 'part', label: 'a part of it' },
        ]}
        onChange={(what) =>
          change({ nodes: what === 'all' ? null : middleOf(plan.panels[layer.panelId] as Panel) })
        }
      />
      {layer.nodes !== undefined && (
        <LayerPlace
          key={JSON.stringify(layer.nodes)}
          plan={plan}
          layer={layer}
          onChange={(nodes) => change({ nodes })}
        />
      )}
      {layer.fastened !== 'comes-off' && (
        <Choice
          label="Open side"
          value={layer.openEdge === undefined ? 'none' : edgeKey(layer.openEdge)}
          options={[{ value: 'none', label: 'none, fastened all round' }, ...openSides(plan, layer)]}
          onChange={(key) => {
            const [from = 0, to = 0] = key.split(' ').map(Number);
            change({ openEdge: key === 'none' ? null : { from, to } });
          }}
        />
      )}
      <Checkbox checked={layer.apart} onChange={(event) => change({ apart: event.target.checked })}>
        It keeps threads on its two sides apart
      </Checkbox>
      <p className="quiet">
        {layer.windows.length === 0
          ? 'No window in it.'
          : `${counted(layer.windows.length, 'window')} in it.`}
      </p>
      <div className="buttons">
        <Button
          size="small"
          onClick={() => usePlanStore.getState().commit(cutWindows(currentPlan(), layer.id))}
        >
          Cut windows over lights and sensors
        </Button>
        {layer.windows.length > 0 && (
          <>
            <Button
              size="small"
              onClick={() =>
                usePlanStore
                  .getState()
                  .commit(moveIntoWindows(currentPlan(), lookingThrough(plan, layer), layer.id))
              }
            >
              Move lights into its windows
            </Button>
            <Button size="small" onClick={() => change({ windows: [] })}>
              Close its windows
            </Button>
          </>
        )}
        <Button
          size="small"
          danger
          onClick={() => usePlanStore.getState().commit(deleteLayer(currentPlan(), layer.id))}
        >
          Take it off
        </Button>
      </div>
    </div>
  );
}

/** What shines or looks towards a layer and may be moved. */
function lookingThrough(plan: Plan, layer: Layer): readonly string[] {
  return thoseOn(plan.parts, layer.panelId)
    .filter((part) => looksOut(plan, part) && shiningFace(plan, part) === layer.face && part.locked !== true)
    .map(({ id }) => id);
}

/** Where a layer lies that covers a part of its panel: as a box, in figures. */
function LayerPlace({
  plan,
  layer,
  onChange,
}: {
  readonly plan: Plan;
  readonly layer: Layer;
  readonly onChange: (nodes: Corners) => void;
}) {
  const { unit } = plan.habits;
  const { left, top, widthMm, heightMm } = boxOf(layerOutline(plan, layer));
  const { nodes = [] } = layer;
  /** The layer as it is drawn, in another box: its corners and its open side stay what they are. */
  const within = (x: number, y: number, width: number, height: number): Corners =>
    nodes.map((node) =>
      mapNode(node, (p) => ({
        x: x + ((p.x - left) * width) / widthMm,
        y: y + ((p.y - top) * height) / heightMm,
      })),
    );
  const fields = [
    ['From the left', left, (mm: number) => within(mm, top, widthMm, heightMm)],
    ['From the top', top, (mm: number) => within(left, mm, widthMm, heightMm)],
    ['Width', widthMm, (mm: number) => within(left, top, mm, heightMm)],
    ['Height', heightMm, (mm: number) => within(left, top, widthMm, mm)],
  ] as const;
  return fields.map(([label, mm, nodesOf]) => (
    <LengthField
      key={label}
      label={label}
      valueMm={mm}
      unit={unit}
      onChange={(value) => onChange(nodesOf(value))}
    />
  ));
}
