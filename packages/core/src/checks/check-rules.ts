/** The rules, in the order findings are listed. A new rule is one file in `rules/` and one line here. */
import type { CheckRule } from './check-rule.ts';
import { boardGroundSwitch } from './rules/board-ground-switch.ts';
import { cellClasp } from './rules/cell-clasp.ts';
import { cellLoad } from './rules/cell-load.ts';
import { chipLoad } from './rules/chip-load.ts';
import { closureApart } from './rules/closure-apart.ts';
import { closureFace } from './rules/closure-face.ts';
import { crossing } from './rules/crossing.ts';
import { dataLevel } from './rules/data-level.ts';
import { dataOrder } from './rules/data-order.ts';
import { dataSupply } from './rules/data-supply.ts';
import { edge } from './rules/edge.ts';
import { farLayer } from './rules/far-layer.ts';
import { fire } from './rules/fire.ts';
import { fold } from './rules/fold.ts';
import { forwardVoltage } from './rules/forward-voltage.ts';
import { gap } from './rules/gap.ts';
import { holdDown } from './rules/hold-down.ts';
import { holeFull } from './rules/hole-full.ts';
import { implant } from './rules/implant.ts';
import { joinedTooMuch } from './rules/joined-too-much.ts';
import { keepOut } from './rules/keep-out.ts';
import { layerHolder } from './rules/layer-holder.ts';
import { layerPast } from './rules/layer-past.ts';
import { layerWindow } from './rules/layer-window.ts';
import { lead } from './rules/lead.ts';
import { legReach } from './rules/leg-reach.ts';
import { lightLoad } from './rules/light-load.ts';
import { magnetPole } from './rules/magnet-pole.ts';
import { magnetSteel } from './rules/magnet-steel.ts';
import { mixedKinds } from './rules/mixed-kinds.ts';
import { open } from './rules/open.ts';
import { opening } from './rules/opening.ts';
import { packNone } from './rules/pack-none.ts';
import { partsOverlap } from './rules/parts-overlap.ts';
import { patch } from './rules/patch.ts';
import { pinFight } from './rules/pin-fight.ts';
import { pinLoad } from './rules/pin-load.ts';
import { pwm } from './rules/pwm.ts';
import { reach } from './rules/reach.ts';
import { reversed } from './rules/reversed.ts';
import { seam } from './rules/seam.ts';
import { seamLength } from './rules/seam-length.ts';
import { seamPass } from './rules/seam-pass.ts';
import { seamWide } from './rules/seam-wide.ts';
import { selfSensing } from './rules/self-sensing.ts';
import { series } from './rules/series.ts';
import { shortNet } from './rules/short-net.ts';
import { shutIn } from './rules/shut-in.ts';
import { skin } from './rules/skin.ts';
import { stitchLong } from './rules/stitch-long.ts';
import { suppliesMerged } from './rules/supplies-merged.ts';
import { swallow } from './rules/swallow.ts';
import { switchBoth } from './rules/switch-both.ts';
import { switchBypassed } from './rules/switch-bypassed.ts';
import { switchNone } from './rules/switch-none.ts';
import { switchRow } from './rules/switch-row.ts';
import { tail } from './rules/tail.ts';
import { threadLong } from './rules/thread-long.ts';
import { threadStock } from './rules/thread-stock.ts';
import { tooManyVoltsRule } from './rules/too-many-volts.ts';
import { turnSharp } from './rules/turn-sharp.ts';
import { twoPads } from './rules/two-pads.ts';
import { uneven } from './rules/uneven.ts';
import { uploadPin } from './rules/upload-pin.ts';
import { voltageAtBoard } from './rules/voltage-at-board.ts';
import { wash } from './rules/wash.ts';
import { weight } from './rules/weight.ts';
import { wet } from './rules/wet.ts';
import { wrap } from './rules/wrap.ts';

export const CHECK_RULES: readonly CheckRule[] = [
  shortNet,
  suppliesMerged,
  joinedTooMuch,
  crossing,
  partsOverlap,
  twoPads,
  wrap,
  gap,
  patch,
  reversed,
  series,
  open,
  dataOrder,
  switchBypassed,
  closureFace,
  closureApart,
  magnetPole,
  cellClasp,
  boardGroundSwitch,
  switchBoth,
  switchNone,
  switchRow,
  packNone,
  pinFight,
  voltageAtBoard,
  tooManyVoltsRule,
  cellLoad,
  chipLoad,
  pinLoad,
  forwardVoltage,
  lightLoad,
  mixedKinds,
  uneven,
  dataSupply,
  dataLevel,
  uploadPin,
  pwm,
  selfSensing,
  magnetSteel,
  holeFull,
  stitchLong,
  turnSharp,
  edge,
  opening,
  keepOut,
  fold,
  seam,
  seamLength,
  seamWide,
  seamPass,
  layerWindow,
  layerPast,
  layerHolder,
  farLayer,
  legReach,
  holdDown,
  reach,
  shutIn,
  lead,
  weight,
  tail,
  threadStock,
  threadLong,
  swallow,
  implant,
  fire,
  skin,
  wet,
  wash,
];

if (new Set(CHECK_RULES.map((rule) => rule.id)).size !== CHECK_RULES.length) {
  throw new RangeError('check-rules: two rules have the same id');
}

/** The rule with this id, or undefined. */
export function maybeCheckRule(id: string): CheckRule | undefined {
  return CHECK_RULES.find((rule) => rule.id === id);
}
