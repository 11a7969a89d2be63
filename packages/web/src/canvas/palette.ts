/** Colours of the drawing: the same in both themes, because cloth and thread are what they are. */
import type { Side } from '@sashiko/core/joining/sides';
import type { Material, Sign } from '@sashiko/core/parts/part-kind';
import type { CSSProperties } from 'react';
import { INK } from '../ui/ink.ts';

export const SIDE_THREAD: Readonly<Record<Side, { readonly onDark: string; readonly onLight: string }>> = {
  '+': { onDark: '#d4503f', onLight: '#a8301f' },
  '-': { onDark: '#6f8ce0', onLight: '#2a3f80' },
  both: { onDark: '#e08a2c', onLight: '#9a5200' },
  neither: { onDark: '#9a927f', onLight: '#6a6250' },
};

/** The names of the colours that a dimmed room has its own for. */
const DIMMED: Readonly<Record<Side, string>> = {
  '+': '--dimmed-plus',
  '-': '--dimmed-minus',
  both: '--dimmed-both',
  neither: '--dimmed-neither',
};

/** The colour of a thread: by its side and the cloth, and where the room is dimmed by that. */
export function threadInk(side: Side, isDark: boolean): string {
  return `var(${DIMMED[side]}, ${SIDE_THREAD[side][isDark ? 'onDark' : 'onLight']})`;
}

/** The ring of light round a chosen thread. */
export function choiceInk(isDark: boolean): string {
  return `var(--dimmed-choice, ${isDark ? INK.lamp : INK.indigo})`;
}

/** How much is seen of a thread. */
export const SEEN_OF_THREAD = 'var(--dimmed-thread, 1)';

/** How much is seen of a part of which this share is seen in daylight: less where it gives no light. */
export function seenOf(share: number, isLit: boolean): number | string {
  return isLit ? share : `calc(${share} * var(--dimmed-unlit, 1))`;
}

/** What makes a dimmed room of all that is drawn in it, with nothing of it drawn anew. */
export const DIMMED_ROOM = {
  ...Object.fromEntries(
    (Object.keys(DIMMED) as Side[]).map((side) => [DIMMED[side], SIDE_THREAD[side].onDark]),
  ),
  '--dimmed-choice': INK.lamp,
  '--dimmed-thread': 0.7,
  '--dimmed-unlit': 0.6,
} as CSSProperties;

export const SIGN_INK: Readonly<Record<Sign, string>> = { '+': '#a8301f', '-': '#1d2a4d', none: '#5a5346' };

export const MATERIAL: Readonly<Record<Material, { readonly fill: string; readonly stroke: string }>> = {
  board: { fill: '#f4eddc', stroke: '#7a6d52' },
  rim: { fill: '#e9e2d2', stroke: '#7a6d52' },
  metal: { fill: '#c8b98e', stroke: '#7a6d52' },
  cell: { fill: '#cfd3da', stroke: '#767c88' },
  lens: { fill: '#fffaf0', stroke: '#9a8b64' },
  glow: { fill: '#f1d58a', stroke: '#a98f45' },
  leg: { fill: 'none', stroke: '#a9a594' },
  slide: { fill: '#2b3350', stroke: '#141a30' },
  chip: { fill: '#3a4150', stroke: '#1d212b' },
  cloth: { fill: '#d9cdb2', stroke: '#8b7d5c' },
  magnet: { fill: '#8d929c', stroke: '#4d525c' },
  wire: { fill: 'none', stroke: '#2b2f3a' },
  slot: { fill: '#b6ab93', stroke: '#7a6d52' },
};
