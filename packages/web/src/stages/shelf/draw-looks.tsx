/** Small drawings of plans for the shelf, made once after each save and kept. */
import { describeProblem, type Result } from '@sashiko/core/errors/problem';
import { planFromValue } from '@sashiko/core/formats/plan-file';
import { firstPanel } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { startTransition, useEffect } from 'react';
import { createRoot } from 'react-dom/client';
import { ClothDrawing } from '../../canvas/ClothDrawing.tsx';
import { ALL_NEAR, NEAR_FROM_SCALE } from '../../canvas/detail.ts';
import { tableBox } from '../../canvas/table.ts';
import { database, type Look, type PlanRecord } from '../../storage/database.ts';
import { contents, revisionOf } from '../../storage/shelf.ts';
import { ErrorFence } from '../../ui/ErrorFence.tsx';

/** A card of the shelf is about so wide, px. */
const CARD_PX = 280;

/** Draws and keeps the looks of plans; between two of them the page has time for other things. */
export async function drawLooks(ids: readonly string[], isEnough = () => false): Promise<void> {
  for (const id of ids) {
    if (isEnough()) return;
    const record = await database.plans.get(id);
    if (record !== undefined) await database.looks.put(await lookOf(record));
    await new Promise((done) => setTimeout(done));
  }
}

/** How a stored plan looks on the shelf, whatever its record holds. */
export async function lookOf(record: PlanRecord): Promise<Look> {
  const stored: unknown = record.plan;
  const isPlan = typeof stored === 'object' && stored !== null;
  const plan: Result<Plan> = planFromValue(isPlan ? { ...stored, images: {}, backdrop: null } : stored);
  const kept = { id: String(record.id), revision: revisionOf(record) };
  if (!plan.ok) return { ...kept, svg: null, words: describeProblem(plan.problem) };
  return { ...kept, svg: await drawingOf(plan.value), words: contents(plan.value) };
}

/** The piece with some table round it, as an SVG file; empty where it cannot be drawn. */
export async function drawingOf(plan: Plan): Promise<string> {
  const { left, top, widthMm, heightMm } = tableBox(plan, firstPanel(plan).workedFace);
  const room = Math.max(widthMm, heightMm) * 0.04;
  const box = `${left - room} ${top - room} ${widthMm + 2 * room} ${heightMm + 2 * room}`;
  const host = document.createElement('div');
  const root = createRoot(host);
  await new Promise<void>((done) => {
    const drawing = (
      <ErrorFence fallback={() => <Drawn tell={done} />}>
        <Drawn tell={done} />
        <svg xmlns="http://www.w3.org/2000/svg" viewBox={box} fontFamily="sans-serif" aria-hidden="true">
          <ClothDrawing
            plan={plan}
            face="right"
            near={CARD_PX / widthMm < NEAR_FROM_SCALE ? null : ALL_NEAR}
          />
        </svg>
      </ErrorFence>
    );
    // In slices, between which the page answers.
    startTransition(() => root.render(drawing));
  });
  const svg = host.querySelector('svg');
  const text = svg === null ? '' : new XMLSerializer().serializeToString(svg);
  root.unmount();
  return withOwnIds(text);
}

/** Ids that React gives count on over all that was ever drawn: in a drawing that is kept they begin anew, so that the same plan looks the same. */
function withOwnIds(svg: string): string {
  const own = new Map<string, string>();
  return svg.replaceAll(/(?<=id="|url\(#)_r_\w+?_(?=["')])/g, (id) => {
    const known = own.get(id) ?? `d${own.size}`;
    own.set(id, known);
    return known;
  });
}

/** Tells when what it stands beside is drawn. */
function Drawn({ tell }: { readonly tell: () => void }) {
  useEffect(tell, [tell]);
  return null;
}
