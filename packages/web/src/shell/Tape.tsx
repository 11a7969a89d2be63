import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { formatOhm } from '@sashiko/core/units/electrical';
import { formatLength, formatLengthBare, type LengthUnit, MM_PER_INCH } from '@sashiko/core/units/length';
import { useLayoutEffect, useRef } from 'react';
import { CATCH_PX } from '../canvas/gestures/gesture.ts';
import {
  draftPanelId,
  draftPath,
  type LiveMeasure,
  measureDraft,
  measureParts,
  measureRuns,
} from '../canvas/live-measure.ts';
import { nearestHole } from '../canvas/nearest-hole.ts';
import { fitPiece, zoomBy } from '../canvas/zoom.ts';
import { LIFE_SIZE } from '../stores/camera.ts';
import { currentPlan, useCommittedPlan, usePlanStore } from '../stores/plan-store.ts';
import { useCalmPlan } from '../stores/use-calm-plan.ts';
import { useViewStore } from '../stores/view-store.ts';
import { NamesButton } from './NamesButton.tsx';

/** The strip below the cloth: where the pointer is, what is being measured, the gap to the nearest other thread. */
export function Tape() {
  const { unit } = useCommittedPlan().habits;
  const camera = useViewStore((state) => state.drawnCamera);
  return (
    <footer className="tape">
      <TapeTicks />
      <div className="tape-words">
        <span>
          pointer <PointerWords unit={unit} />
        </span>
        <MeasureWords />
        <span className="grow" />
        <NamesButton />
        <span>
          {(['mm', 'in'] as const).map((choice) => (
            <button
              key={choice}
              type="button"
              aria-pressed={unit === choice}
              onClick={() =>
                usePlanStore
                  .getState()
                  .commit(
                    changeHabits(
                      currentPlan(),
                      { unit: choice },
                      `show lengths in ${choice === 'mm' ? 'millimetres' : 'inches'}`,
                    ),
                  )
              }
            >
              {choice === 'mm' ? 'mm' : 'inch'}
            </button>
          ))}
        </span>
        <span>
          <button type="button" aria-label="Zoom out" onClick={() => zoomBy(0.8)}>
            −
          </button>
          <button
            type="button"
            title="Fit the whole piece"
            aria-label="Fit the whole piece"
            onClick={fitPiece}
          >
            <span className="figure">
              {camera === null ? '' : `${Math.round((camera.scale / LIFE_SIZE) * 100)} %`}
            </span>
          </button>
          <button type="button" aria-label="Zoom in" onClick={() => zoomBy(1.25)}>
            +
          </button>
        </span>
      </div>
    </footer>
  );
}

/** Numbers that change faster than this cannot be read, ms. */
const WORDS_MS = 80;

/** Where the pointer is. It is written straight into the page: it changes with every move. */
function PointerWords({ unit }: { readonly unit: LengthUnit }) {
  const words = useRef<HTMLSpanElement>(null);
  useLayoutEffect(() => {
    const write = (): void => {
      const { pointer } = useViewStore.getState();
      if (words.current !== null)
        words.current.textContent =
          pointer === null ? '–' : `${formatLengthBare(pointer.x, unit)}, ${formatLength(pointer.y, unit)}`;
    };
    write();
    let written = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const unsubscribe = useViewStore.subscribe((state, before) => {
      if (state.pointer === before.pointer) return;
      clearTimeout(timer);
      const now = performance.now();
      if (now - written > WORDS_MS) {
        written = now;
        write();
      } else timer = setTimeout(write, WORDS_MS);
    });
    return () => {
      unsubscribe();
      clearTimeout(timer);
    };
  }, [unit]);
  return <span ref={words} className="figure pointer" />;
}

/** Length, stitches and the nearest gap of what is drawn or chosen. */
function MeasureWords() {
  const { unit } = useCommittedPlan().habits;
  const measure = useLiveMeasure();
  if (measure === null) return null;
  const { sum, gap, what } = measure;
  return (
    <>
      {sum !== null && (
        <span className="measured">
          {what} <span className="figure">{formatLength(sum.pathMm, unit)}</span>,{' '}
          <span className="figure">{sum.stitchCount}</span> stitches,{' '}
          <span className="figure">{formatOhm(sum.ohm)}</span>
        </span>
      )}
      {gap !== null && (
        <span className="measured" data-testid="tape-gap">
          nearest other {gap.other.hole === null ? 'thread' : 'hole'}{' '}
          <span className={gap.verdict === null ? 'good' : 'bad'}>
            {gap.verdict === null ? '✓' : '✗'} {formatLength(gap.gapMm, unit)}
          </span>{' '}
          (wants {formatLength(gap.wantedMm, unit)})
        </span>
      )}
    </>
  );
}

/** What the tape measures now: the thread that is being drawn, else what is chosen. */
function useLiveMeasure(): LiveMeasure | null {
  const plan = useCalmPlan();
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => (state.tool.kind === 'draw' ? state.pointer : null));
  const selection = useViewStore((state) => state.selection);
  const scale = useViewStore((state) => state.drawnCamera?.scale ?? 1);
  if (tool.kind === 'draw') {
    if (plan.parts[tool.from.partId] === undefined) return null;
    const target =
      pointer === null ? null : nearestHole(plan, draftPanelId(plan, tool), pointer, CATCH_PX / scale);
    return measureDraft(plan, tool, target, draftPath(plan, tool, pointer, target));
  }
  if (selection.runId !== null) return measureRuns(plan, [selection.runId], 'this run');
  if (selection.partIds.length > 0) return measureParts(plan, selection.partIds);
  return null;
}

/** A screen wider than this has bare tape at its end. */
const TAPE_PX = 2600;

/** A tape measure's ticks at the cloth's scale; the numbers stand at the rulers of the piece. */
function TapeTicks() {
  const scale = useViewStore((state) => state.drawnCamera?.scale ?? 1);
  const { unit } = useCommittedPlan().habits;
  const base = unit === 'in' ? MM_PER_INCH : 10;
  const step = ([1, 2, 5, 10, 20].find((factor) => base * factor * scale >= 34) ?? 50) * base;
  const count = Math.ceil(TAPE_PX / (step * scale)) * 10;
  const ticks = Array.from(
    { length: count },
    (_, i) => `M${((i * step * scale) / 10 + 2).toFixed(1)} 0v${i % 10 === 0 ? 15 : i % 5 === 0 ? 10 : 6}`,
  );
  return (
    <svg aria-hidden="true" stroke="currentColor">
      <path d={ticks.join('')} strokeWidth={1} opacity={0.75} />
    </svg>
  );
}
