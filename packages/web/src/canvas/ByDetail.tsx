import { FarPart, FarRun } from './FarDrawing.tsx';
import type { PartLook, RunLook } from './looks.ts';
import { PartDrawing } from './PartDrawing.tsx';
import { RunDrawing } from './RunDrawing.tsx';

/** A part as finely as it is asked for. */
export function PartByDetail({ detail = 'near', ...look }: PartLook) {
  return detail === 'far' ? <FarPart {...look} /> : <PartDrawing {...look} />;
}

/** A run as finely as it is asked for. */
export function RunByDetail({ detail = 'near', ...look }: RunLook) {
  return detail === 'far' ? <FarRun {...look} /> : <RunDrawing {...look} />;
}
