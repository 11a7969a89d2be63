import { type ReactNode, useLayoutEffect } from 'react';
import { createPortal } from 'react-dom';
import { useViewStore } from '../stores/view-store.ts';
import { type ClothAsks, NOTHING_ASKED, useClothStore } from './cloth-store.ts';

/** What a stage may ask of the cloth; the rest is as usual. */
interface StageClothProps extends Partial<ClothAsks> {
  readonly abilities: ClothAsks['abilities'];
  /** Drawn over the cloth, in millimetres as seen. */
  readonly overlay?: (scale: number) => ReactNode;
  /** Drawn on the cloth itself, under all names and signs. */
  readonly underlay?: ReactNode;
}

/** What a stage asks of the cloth and lays over it, while the stage is open. */
export function StageCloth({ overlay, underlay, ...asks }: StageClothProps) {
  const over = useClothStore((state) => state.overlayHost);
  const under = useClothStore((state) => state.underlayHost);
  const scale = useViewStore((state) => state.drawnCamera?.scale ?? 1);
  const { ask } = useClothStore.getState();
  useLayoutEffect(() => ask({ ...NOTHING_ASKED, ...asks }));
  useLayoutEffect(() => () => ask(NOTHING_ASKED), [ask]);
  return (
    <>
      {under !== null && underlay !== undefined && createPortal(underlay, under)}
      {over !== null && overlay !== undefined && createPortal(overlay(scale), over)}
    </>
  );
}
