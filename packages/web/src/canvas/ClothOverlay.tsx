/** What is laid over the cloth while the piece is shaped: nodes and handles of the chosen line, handles of sizes, the pen's line. */

import type { Face } from '@sashiko/core/cloth/cloth';
import { maybeReadyPiece } from '@sashiko/core/cloth/ready-pieces';
import { flattenCurve } from '@sashiko/core/geometry/curve';
import { insertNode } from '@sashiko/core/geometry/curve-edit';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import type { KeyboardEvent } from 'react';
import { usePanelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { INK } from '../ui/ink.ts';
import { editableLine, withNodes } from './line-edits.ts';
import { linePath } from './seen.ts';
import { onTable, seer } from './table.ts';

/** What is laid over the cloth for the keyboard and for what is chosen. */
interface OverlayProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}

/** Enter and the space bar do what a press would. */
function onEnter(event: KeyboardEvent, act: () => void): void {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  act();
}

/** Nodes of the chosen line to move, their curve handles, and places between them to put new ones. */
export function NodeHandles({ plan, face, scale }: OverlayProps) {
  const { markingId, node: chosen } = useViewStore((state) => state.selection);
  const inHand = usePanelInHand(plan);
  const line = editableLine(plan, inHand, markingId);
  if (line === null || markingId === null) return null;
  const seen = seer(plan, { panelId: line.panelId }, face);
  const { nodes, closed } = line;
  const path = linePath(flattenCurve(nodes, closed).map(seen), closed);
  const r = 6 / scale;
  const legs = closed ? nodes.length : nodes.length - 1;
  return (
    <g>
      <path d={path} fill="none" stroke={INK.paper} strokeWidth={3.4 / scale} opacity={0.8} />
      <path
        d={path}
        fill="none"
        stroke={INK.indigo}
        strokeWidth={1.8 / scale}
        strokeDasharray={`${7 / scale} ${4 / scale}`}
      />
      {Array.from({ length: legs }, (_, i) => {
        const from = nodes[i];
        const to = nodes[(i + 1) % nodes.length];
        if (from === undefined || to === undefined) return null;
        const leg = flattenCurve(
          [
            { at: from.at, after: from.after },
            { at: to.at, before: to.before },
          ],
          false,
        );
        const at = seen(pointAlong(leg, polylineLengthMm(leg) / 2));
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: legs are known by their place
            key={`leg${i}`}
            data-insert={i}
            role="button"
            tabIndex={0}
            aria-label={`add a node after node ${i + 1}`}
            onKeyDown={(event) =>
              onEnter(event, () => {
                usePlanStore
                  .getState()
                  .commit(withNodes(currentPlan(), line, insertNode(nodes, i, closed), 'add a node'));
              })
            }
            cx={at.x}
            cy={at.y}
            r={r * 0.7}
            fill={INK.paper}
            fillOpacity={0.8}
            stroke={INK.indigo}
            strokeWidth={1.2 / scale}
            strokeDasharray={`${2 / scale}`}
            style={{ cursor: 'copy' }}
          />
        );
      })}
      {nodes.map(({ at, before, after }, i) => {
        const p = seen(at);
        const isChosen = chosen === i;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: nodes are known by their place
          <g key={`node${i}`}>
            {isChosen &&
              (
                [
                  ['before', before],
                  ['after', after],
                ] as const
              ).map(([side, handle]) => {
                if (handle === undefined) return null;
                const h = seen(handle);
                return (
                  <g key={side}>
                    <path d={`M${p.x} ${p.y}L${h.x} ${h.y}`} stroke={INK.indigo} strokeWidth={1.3 / scale} />
                    <circle
                      data-handle={`${i}.${side}`}
                      cx={h.x}
                      cy={h.y}
                      r={r * 0.9}
                      fill={INK.lamp}
                      stroke={INK.indigo}
                      strokeWidth={1.5 / scale}
                      style={{ cursor: 'move' }}
                    />
                  </g>
                );
              })}
            {/* biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG */}
            <rect
              data-node={i}
              role="button"
              tabIndex={0}
              aria-label={`node ${i + 1} of ${line.name}: arrow keys move it, C curves it, Delete removes it`}
              aria-pressed={isChosen}
              onFocus={() => useViewStore.getState().select({ markingId, node: i })}
              onKeyDown={(event) =>
                onEnter(event, () => useViewStore.getState().select({ markingId, node: i }))
              }
              x={p.x - r}
              y={p.y - r}
              width={2 * r}
              height={2 * r}
              rx={before === undefined && after === undefined ? 0 : r}
              fill={isChosen ? INK.lamp : INK.paper}
              stroke={INK.indigo}
              strokeWidth={2 / scale}
              style={{ cursor: 'move' }}
            />
          </g>
        );
      })}
    </g>
  );
}

/** Handles of a ready piece's sizes, each with what it is. */
export function SizeHandles({ plan, face, scale }: OverlayProps) {
  const { markingId } = useViewStore((state) => state.selection);
  const tool = useViewStore((state) => state.tool);
  const panel = usePanelInHand(plan);
  const { shape } = panel;
  if (shape.kind !== 'ready' || markingId !== null || tool.kind !== 'hand') return null;
  const piece = maybeReadyPiece(shape.pieceId);
  return (
    <g>
      {piece?.sizes.map((field) => {
        const handle = field.handle?.(shape.sizes);
        if (handle === undefined) return null;
        const at = onTable(panel, face, handle.at);
        const r = 8 / scale;
        const isLevel = handle.along === 'x';
        return (
          <g key={field.id} data-size={field.id} style={{ cursor: isLevel ? 'ew-resize' : 'ns-resize' }}>
            <circle
              cx={at.x}
              cy={at.y}
              r={r * 1.25}
              fill={INK.paper}
              stroke={INK.indigo}
              strokeWidth={2 / scale}
            />
            <path
              d={
                isLevel
                  ? `M${at.x - r * 0.7} ${at.y}h${r * 1.4}m${-r * 0.4} ${-r * 0.4}l${r * 0.4} ${r * 0.4}l${-r * 0.4} ${r * 0.4}`
                  : `M${at.x} ${at.y - r * 0.7}v${r * 1.4}m${-r * 0.4} ${-r * 0.4}l${r * 0.4} ${r * 0.4}l${r * 0.4} ${-r * 0.4}`
              }
              fill="none"
              stroke={INK.indigo}
              strokeWidth={1.6 / scale}
            />
            <title>{`${field.title}: ${formatLength(shape.sizes[field.id] ?? 0, plan.habits.unit)}. Pull to change it.`}</title>
          </g>
        );
      })}
    </g>
  );
}

/** The line under the pen, up to the pointer. */
export function PenLine({ plan, face, scale }: OverlayProps) {
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => state.pointer);
  const seen = seer(plan, { panelId: usePanelInHand(plan).id }, face);
  if (tool.kind === 'point') {
    return (
      <g pointerEvents="none">
        {tool.points.length > 1 && (
          <path
            d={linePath(tool.points.map(seen), tool.purpose === 'straighten' && tool.points.length === 4)}
            fill="none"
            stroke={INK.lamp}
            strokeWidth={2 / scale}
            strokeDasharray={`${6 / scale} ${4 / scale}`}
          />
        )}
        {tool.points.map(seen).map((p, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: places are known by their order
          <g key={i}>
            <path
              d={`M${p.x - 9 / scale} ${p.y}h${18 / scale}M${p.x} ${p.y - 9 / scale}v${18 / scale}`}
              stroke={INK.madder}
              strokeWidth={1.6 / scale}
            />
            <text
              x={p.x + 8 / scale}
              y={p.y - 8 / scale}
              fontSize={14 / scale}
              fontWeight={700}
              fill={INK.madder}
            >
              {i + 1}
            </text>
          </g>
        ))}
      </g>
    );
  }
  if (tool.kind !== 'pen') return null;
  const next = tool.pulling ?? (pointer === null ? null : { at: pointer });
  const nodes = next === null ? tool.nodes : [...tool.nodes, next];
  const first = tool.nodes[0];
  return (
    <g pointerEvents="none">
      <path
        d={linePath(flattenCurve(nodes, false).map(seen))}
        fill="none"
        stroke={INK.paper}
        strokeWidth={4 / scale}
        opacity={0.85}
      />
      <path
        d={linePath(flattenCurve(nodes, false).map(seen))}
        fill="none"
        stroke={INK.indigo}
        strokeWidth={2 / scale}
        strokeDasharray={`${7 / scale} ${4 / scale}`}
      />
      {tool.nodes.map(({ at }) => {
        const p = seen(at);
        return (
          <rect
            key={`${at.x},${at.y}`}
            x={p.x - 4 / scale}
            y={p.y - 4 / scale}
            width={8 / scale}
            height={8 / scale}
            fill={at === first?.at && tool.nodes.length > 2 ? INK.lamp : INK.paper}
            stroke={INK.indigo}
            strokeWidth={1.6 / scale}
          />
        );
      })}
    </g>
  );
}
