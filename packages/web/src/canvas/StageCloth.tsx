import { type ReactNode, useLayoutEffect } from 'react';
import { createPortal } from 'react-dom';
import { useViewStore } from '../stores/view-store.ts';
import { type ClothAsks, NOTHING_ASKED, useClothStore } from './cloth-store.ts';

interface StageClothProps extends Partial<ClothAsks> {
  readonly abilities: ClothAsks['abilities'];
  /** Drawn over the cloth, in millimetres as seen. */
  readonly overlay?: (scale: number) => ReactNode;
}

/** What a stage asks of the cloth and lays over it, while the stage is open. */
export function StageCloth({ overlay, ...asks }: StageClothProps) {
  const host = useClothStore((state) => state.overlayHost);
  const scale = useViewStore((state) => state.camera?.scale ?? 1);
  const { ask } = useClothStore.getState();
  useLayoutEffect(() => ask({ ...NOTHING_ASKED, ...asks }));
  useLayoutEffect(() => () => ask(NOTHING_ASKED), [ask]);
  return host === null || overlay === undefined ? null : createPortal(overlay(scale), host);
}
