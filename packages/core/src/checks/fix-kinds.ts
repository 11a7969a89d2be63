/** The fixes, in the order they are offered. A new fix is one file in `fixes/` and one line here. */
import type { FixKind } from './fix-kind.ts';
import { addPatchFix } from './fixes/add-patch.ts';
import { addResistorFix } from './fixes/add-resistor.ts';
import { bendLegsFix } from './fixes/bend-legs.ts';
import { changeStitchFix } from './fixes/change-stitch.ts';
import { chooseOptionFix } from './fixes/choose-option.ts';
import { enlargePatchFix } from './fixes/enlarge-patch.ts';
import { exchangeEndsFix } from './fixes/exchange-ends.ts';
import { exchangeKindFix } from './fixes/exchange-kind.ts';
import { feedBothEndsFix } from './fixes/feed-both-ends.ts';
import { holdDownFix } from './fixes/hold-down.ts';
import { leadAnewFix } from './fixes/lead-anew.ts';
import { letHalvesMeetFix } from './fixes/let-halves-meet.ts';
import { letPinReadFix } from './fixes/let-pin-read.ts';
import { moreLinesFix } from './fixes/more-lines.ts';
import { moveAsideFix } from './fixes/move-aside.ts';
import { moveIntoReachFix } from './fixes/move-into-reach.ts';
import { movePartFix } from './fixes/move-part.ts';
import { narrowSeamFix } from './fixes/narrow-seam.ts';
import { openRingFix } from './fixes/open-ring.ts';
import { cutWindowFix, intoWindowFix, loosenLayerFix, openEdgeFix } from './fixes/over-layer.ts';
import { pairTailsFix } from './fixes/pair-tails.ts';
import { setLevelFix } from './fixes/set-level.ts';
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
  exchangeEndsFix,
  letPinReadFix,
  chooseOptionFix,
  pairTailsFix,
  turnOverFix,
  letHalvesMeetFix,
  bendLegsFix,
  turnMagnetFix,
  swapHoleFix,
  setLevelFix,
  narrowSeamFix,
  moveAsideFix,
  changeStitchFix,
  openRingFix,
  leadAnewFix,
  unpickFix,
  sewMissingFix,
  switchToPlusFix,
  movePartFix,
  moveIntoReachFix,
  moreLinesFix,
  feedBothEndsFix,
  addResistorFix,
  exchangeKindFix,
  splitPieceFix,
  holdDownFix,
  enlargePatchFix,
  addPatchFix,
  cutWindowFix,
  intoWindowFix,
  loosenLayerFix,
  openEdgeFix,
];
