/** What a run can be made of. A new conductor is one entry here. */
import type { Assumed } from '../assumptions/assumptions.ts';

export interface ThreadKind {
  readonly id: string;
  readonly title: string;
  /**
   * `thread`: bare wherever it lies, sewn. `wire`: insulated, bare at its stripped ends only, may lawfully
   * cross, laid on the cloth and held by ordinary thread. `tape`: conductive tape, bare on its faces, laid.
   */
  readonly form: 'thread' | 'wire' | 'tape';
  /** Ohms of one metre (memory of typical goods; a measured swatch is better). */
  readonly ohmPerM: number;
  /** Of the thread, over the insulation of a wire, or the width of a tape. */
  readonly diameterMm: number;
  /** Whose hairs stray from it; how far they stand off is assumed of each. Wire and tape have none. */
  readonly hairs: 'steel' | 'plated' | 'none';
}

export const THREAD_KINDS: readonly ThreadKind[] = [
  { id: 'steel-3-ply', title: 'Steel, 3-ply', form: 'thread', ohmPerM: 30, diameterMm: 0.4, hairs: 'steel' },
  { id: 'steel-2-ply', title: 'Steel, 2-ply', form: 'thread', ohmPerM: 50, diameterMm: 0.3, hairs: 'steel' },
  {
    id: 'plated-nylon',
    title: 'Silver-plated nylon',
    form: 'thread',
    ohmPerM: 150,
    diameterMm: 0.25,
    hairs: 'plated',
  },
  {
    id: 'plated-nylon-heavy',
    title: 'Silver-plated nylon, heavy',
    form: 'thread',
    ohmPerM: 60,
    diameterMm: 0.4,
    hairs: 'plated',
  },
  { id: 'steel-4-ply', title: 'Steel, 4-ply', form: 'thread', ohmPerM: 22, diameterMm: 0.5, hairs: 'steel' },
  // 0.14 mm² of copper: 17.2 nΩ·m over its area (resistivity of copper from memory of handbooks).
  {
    id: 'insulated-wire',
    title: 'Insulated wire, 0.14 mm²',
    form: 'wire',
    ohmPerM: 0.123,
    diameterMm: 1.1,
    hairs: 'none',
  },
  // 5 mm wide at 0.05 Ω per square: 200 squares to the metre (memory of typical woven tapes).
  {
    id: 'conductive-tape',
    title: 'Conductive tape, 5 mm',
    form: 'tape',
    ohmPerM: 10,
    diameterMm: 5,
    hairs: 'none',
  },
];

/** How far stray hairs of a thread stand off, mm. */
export function fuzzMm({ hairs }: Pick<ThreadKind, 'hairs'>, assumed: Assumed): number {
  return hairs === 'none' ? 0 : hairs === 'steel' ? assumed.steelFuzzMm : assumed.platedFuzzMm;
}

/** The thread with this id, or undefined. */
export function maybeThreadKind(id: string): ThreadKind | undefined {
  return THREAD_KINDS.find((kind) => kind.id === id);
}
