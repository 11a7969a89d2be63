/** What is drawn and not drawn anew while something moves: hidden where it rests, or moved as it is. */
import { type RefObject, useLayoutEffect } from 'react';
import { useViewStore } from '../stores/view-store.ts';
import { useMoving } from './moving.ts';

/** While something moves, what is drawn of it among what rests is not seen. */
export function HideWhatMoves({ layers }: { readonly layers: RefObject<HTMLElement | null> }) {
  const moving = useMoving();
  const hidden = moving === null ? '' : [...moving.partIds, ...moving.runIds, ...moving.patchIds].join();
  useLayoutEffect(() => {
    if (hidden === '') return;
    const selector = hidden.split(',').map((id) => `[data-thing="${id}"]`);
    const drawn = [...(layers.current?.querySelectorAll<Element>(selector.join()) ?? [])];
    const things = drawn.filter((thing) => thing.closest('.moving, .moved-names') === null);
    for (const thing of things) thing.classList.add('elsewhere');
    return () => {
      for (const thing of things) thing.classList.remove('elsewhere');
    };
  }, [hidden, layers]);
  return null;
}

/** A panel that is pulled about the table is moved as it is drawn, with all that is written on it. */
export function PullPanel({
  layers,
  scale,
}: {
  readonly layers: RefObject<HTMLElement | null>;
  readonly scale: number;
}) {
  const pulled = useViewStore((state) => state.pulledPanel);
  useLayoutEffect(() => {
    if (pulled === null) return;
    const { panelId, by } = pulled;
    const things = layers.current?.querySelectorAll<HTMLElement | SVGElement>(
      `[data-panel="${CSS.escape(panelId)}"]`,
    );
    // Drawings are in mm of the table, words in pixels.
    for (const thing of things ?? []) {
      const per = thing instanceof SVGElement && thing.closest('[data-ruler]') === null ? 1 : scale;
      thing.style.translate = `${by.x * per}px ${by.y * per}px`;
    }
    return () => {
      for (const thing of things ?? []) thing.style.translate = '';
    };
  }, [pulled, layers, scale]);
  return null;
}
