/** The fixes, in the order they are offered. A new fix is one file in `fixes/` and one line here. */
import type { FixKind } from './fix-kind.ts';
import { addPatchFix } from './fixes/add-patch.ts';
import { bendLegsFix } from './fixes/bend-legs.ts';
import { changeStitchFix } from './fixes/change-stitch.ts';
import { enlargePatchFix } from './fixes/enlarge-patch.ts';
import { holdDownFix } from './fixes/hold-down.ts';
import { moveAsideFix } from './fixes/move-aside.ts';
import { movePartFix } from './fixes/move-part.ts';
import { openRingFix } from './fixes/open-ring.ts';
import { sewMissingFix } from './fixes/sew-missing.ts';
import { splitPieceFix } from './fixes/split-piece.ts';
import { swapHoleFix } from './fixes/swap-hole.ts';
import { switchToPlusFix } from './fixes/switch-to-plus.ts';
import { turnMagnetFix } from './fixes/turn-magnet.ts';
import { turnOverFix } from './fixes/turn-over.ts';
import { turnPartFix } from './fixes/turn-part.ts';
import { unpickFix } from './fixes/unpick.ts';

export const FIX_KINDS: readonly FixKind[] = [
  turnPartFix,
  turnOverFix,
  bendLegsFix,
  turnMagnetFix,
  swapHoleFix,
  moveAsideFix,
  changeStitchFix,
  openRingFix,
  unpickFix,
  sewMissingFix,
  switchToPlusFix,
  movePartFix,
  splitPieceFix,
  holdDownFix,
  enlargePatchFix,
  addPatchFix,
];
