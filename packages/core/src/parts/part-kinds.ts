/** The drawer of parts. A new part is one file in `catalogue/` and one line here. */
import { aaaHolder1 } from './catalogue/aaa-holder-1.ts';
import { aaaHolder1Boost } from './catalogue/aaa-holder-1-boost.ts';
import { aaaHolder2 } from './catalogue/aaa-holder-2.ts';
import { aaaHolder2Boost } from './catalogue/aaa-holder-2-boost.ts';
import { addressableLight } from './catalogue/addressable-light.ts';
import { bareLegLight3 } from './catalogue/bare-leg-light-3.ts';
import { bareLegLight5 } from './catalogue/bare-leg-light-5.ts';
import { bareLegLightFlashing } from './catalogue/bare-leg-light-flashing.ts';
import { bareLegLightTwoColour } from './catalogue/bare-leg-light-two-colour.ts';
import { boardLong } from './catalogue/board-long.ts';
import { boardRound } from './catalogue/board-round.ts';
import { boardSmall } from './catalogue/board-small.ts';
import { buzzer } from './catalogue/buzzer.ts';
import { cellClaspMinus } from './catalogue/cell-clasp-minus.ts';
import { cellClaspPlus } from './catalogue/cell-clasp-plus.ts';
import { claspPlate } from './catalogue/clasp-plate.ts';
import { claspStud } from './catalogue/clasp-stud.ts';
import { coinCellHolder } from './catalogue/coin-cell-holder.ts';
import { coinCellHolderLightSensing } from './catalogue/coin-cell-holder-light-sensing.ts';
import { coinCellHolderMiniature } from './catalogue/coin-cell-holder-miniature.ts';
import { coinCellHolderSwitched } from './catalogue/coin-cell-holder-switched.ts';
import { coinCellHolderThreeHole } from './catalogue/coin-cell-holder-three-hole.ts';
import { hookTab } from './catalogue/hook-tab.ts';
import { inLineSwitch } from './catalogue/in-line-switch.ts';
import { lithiumPack } from './catalogue/lithium-pack.ts';
import { loopTab } from './catalogue/loop-tab.ts';
import { magnet } from './catalogue/magnet.ts';
import { magneticSwitch } from './catalogue/magnetic-switch.ts';
import { postSwitch } from './catalogue/post-switch.ts';
import { powerBoard } from './catalogue/power-board.ts';
import { pushSwitch } from './catalogue/push-switch.ts';
import { resistor } from './catalogue/resistor.ts';
import { sensorLight } from './catalogue/sensor-light.ts';
import { sensorMotion } from './catalogue/sensor-motion.ts';
import { sensorMovementBus } from './catalogue/sensor-movement-bus.ts';
import { sensorTemperature } from './catalogue/sensor-temperature.ts';
import { sensorTouch } from './catalogue/sensor-touch.ts';
import { sewOnLight } from './catalogue/sew-on-light.ts';
import { slideSwitch } from './catalogue/slide-switch.ts';
import { snapBall } from './catalogue/snap-ball.ts';
import { snapSocket } from './catalogue/snap-socket.ts';
import { strandLight } from './catalogue/strand-light.ts';
import { threadTail } from './catalogue/thread-tail.ts';
import { wiredBox } from './catalogue/wired-box.ts';
import type { PartKind } from './part-kind.ts';

export const PART_KINDS: readonly PartKind[] = [
  sewOnLight,
  bareLegLight5,
  bareLegLight3,
  bareLegLightFlashing,
  bareLegLightTwoColour,
  addressableLight,
  strandLight,
  coinCellHolder,
  coinCellHolderSwitched,
  coinCellHolderLightSensing,
  coinCellHolderMiniature,
  coinCellHolderThreeHole,
  aaaHolder1,
  aaaHolder1Boost,
  aaaHolder2,
  aaaHolder2Boost,
  powerBoard,
  lithiumPack,
  wiredBox,
  slideSwitch,
  pushSwitch,
  postSwitch,
  inLineSwitch,
  magneticSwitch,
  magnet,
  snapBall,
  snapSocket,
  hookTab,
  loopTab,
  cellClaspPlus,
  cellClaspMinus,
  claspStud,
  claspPlate,
  threadTail,
  boardSmall,
  boardRound,
  boardLong,
  sensorLight,
  sensorMotion,
  sensorMovementBus,
  sensorTouch,
  sensorTemperature,
  buzzer,
  resistor,
];

const byId = new Map(PART_KINDS.map((kind) => [kind.id, kind]));
if (byId.size !== PART_KINDS.length) throw new RangeError('part-kinds: two parts have the same id');

/** The part kind with this id, or undefined. */
export function maybePartKind(id: string): PartKind | undefined {
  return byId.get(id);
}
