/** Conductive threads. A new thread is one entry here. */

export interface ThreadKind {
  readonly id: string;
  readonly title: string;
  /** Ohms of one metre of thread (memory of typical goods; a measured swatch is better). */
  readonly ohmPerM: number;
  readonly diameterMm: number;
  /** How far stray hairs stand off: 0.5 mm steel, 0.2 mm plated (assumption). */
  readonly fuzzMm: number;
}

export const THREAD_KINDS: readonly ThreadKind[] = [
  { id: 'steel-3-ply', title: 'Steel, 3-ply', ohmPerM: 30, diameterMm: 0.4, fuzzMm: 0.5 },
  { id: 'steel-2-ply', title: 'Steel, 2-ply', ohmPerM: 50, diameterMm: 0.3, fuzzMm: 0.5 },
  { id: 'plated-nylon', title: 'Silver-plated nylon', ohmPerM: 150, diameterMm: 0.25, fuzzMm: 0.2 },
];

/** The thread with this id, or undefined. */
export function maybeThreadKind(id: string): ThreadKind | undefined {
  return THREAD_KINDS.find((kind) => kind.id === id);
}

/**
 * Ohms per metre from first principles: R/L = ρ·D/λ (physics), with resistivity in Ω·m, density in kg/m³ and
 * linear density in tex (1 tex = 1e-6 kg/m).
 */
export function ohmPerMetreOf(resistivityOhmM: number, densityKgM3: number, tex: number): number {
  return (resistivityOhmM * densityKgM3) / (tex * 1e-6);
}
