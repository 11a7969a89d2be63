import type { OwnModel } from '@sashiko/core/parts/own-part-schema';
import { USUAL_OWN_CELL } from './OwnCellFields.tsx';

interface ModelWords {
  readonly kind: OwnModel['kind'];
  readonly title: string;
  readonly help: string;
  readonly usual: OwnModel;
}

/** What a part can do to a current, in plain words. */
export const MODELS: readonly ModelWords[] = [
  {
    kind: 'none',
    title: 'nothing',
    help: 'A button, a bead, a plain piece: it is only held down.',
    usual: { kind: 'none' },
  },
  {
    kind: 'board',
    title: 'a board with pins',
    help: 'It needs a + (where power goes in) and a −, and each pin can be on or off. “Raw +” hands the same power on; “steady +” gives what the board makes. Of two bus pins the first is data, the second the clock. Its sheet says what it needs (V), the most volts it bears and what all pins together may give (mA).',
    usual: { kind: 'board', volt: 3, mostMa: 100 },
  },
  {
    kind: 'light',
    title: 'a light',
    help: 'From its + to its −. If it has a resistor of its own, type its ohms; a bare light has 0.',
    usual: { kind: 'light', seriesOhm: 100 },
  },
  {
    kind: 'cell',
    title: 'a holder for cells',
    help: 'Which cells it takes, how many in a row, and whether it has a switch of its own.',
    usual: { kind: 'cell', cellId: 'coin-20x3.2', count: 1, switched: false },
  },
  {
    kind: 'switch',
    title: 'a switch',
    help: 'Two holes that are joined when it is on. Give them the role “joined” and different words. Measure the ohms when it is on, or leave 0.5.',
    usual: { kind: 'switch', onOhm: 0.5 },
  },
  {
    kind: 'resistor',
    title: 'a resistor',
    help: 'Two holes with ohms between them. Give them the role “joined” and different words.',
    usual: { kind: 'resistor', ohm: 100 },
  },
  {
    kind: 'load',
    title: 'something that takes power',
    help: 'A sensor, a sounder, a motor, an addressable light: the volts it is made for, and the milliamperes it takes then. A sensor also has a hole that senses, or the two of a bus; an addressable light has data in and data out. Of more volts than it bears Check warns.',
    usual: { kind: 'load', volt: 3, ma: 10 },
  },
  {
    kind: 'pack',
    title: 'a pack with a plug',
    help: 'A lithium pack that lies in a pouch; its plug goes into a board with a socket. What is printed on it, and its full volts. Mark where its cable leaves with the role “socket”.',
    usual: { kind: 'pack', own: { ...USUAL_OWN_CELL, volt: 4.2 }, cableMm: 90, hasSwitch: false },
  },
  {
    kind: 'half',
    title: 'one half of a closure',
    help: 'A snap, a hook, a clasp: all its metal holes are one conductor, and two alike are placed together. It needs a hole; give it the role “joined”.',
    usual: { kind: 'half', onOhm: 0.3 },
  },
  {
    kind: 'magnet',
    title: 'a magnet',
    help: 'It is sewn into a pocket of cloth and closes a magnetic switch; steel and implants keep away from it.',
    usual: { kind: 'magnet' },
  },
];
