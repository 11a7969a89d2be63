/**
 * Which files of a room are changed, and by which tests that has to be noticed: its own, and quick ones of the rooms that rest on it. Every test
 * that runs through a changed place is run for it, so a long list makes the sample small.
 */
interface MutatedRoom {
  /** Folder below `packages/core/src`. */
  readonly files: string;
  /** Patterns below it, without their ending. */
  readonly tests: readonly string[];
}

const room = (files: string, ...tests: readonly string[]): MutatedRoom => ({
  files,
  tests: [`${files}/**/*`, ...tests],
});

/** Pieces of which all that is found was written by hand first. */
const BY_HAND = ['checks/rules', 'checks/found-by-hand*', 'checks/lit-by-hand*'];

const SEWN = ['sewing', 'steps', 'sitting-and-repair', 'tails', 'card-need', 'gather', 'rounds', 'leg-holes'];
const ON_THE_SHEET = [
  ...SEWN,
  'rehearsal',
  'step-place',
  'label-places',
  'as-written',
  'last-chances',
  'safety-order',
  'first-steps',
  'finished-drawing',
  'grain-line',
  'letter-widths',
];

export const MUTATED_ROOMS: Readonly<Record<string, MutatedRoom>> = {
  thread: room('thread', 'spacing/**/*', 'plan/passes*'),
  spacing: room('spacing', 'thread/required-gap*', 'checks/rules-of-panels*', ...BY_HAND),
  joining: room('joining', 'power/**/*', 'wishes/wishes', 'sewing/tails', ...BY_HAND),
  pieces: room('pieces', ...SEWN.map((name) => `sewing/${name}`)),
  power: room('power', 'joining/**/*', 'checks/states*', 'checks/own-sources*', 'meter/**/*', ...BY_HAND),
  circuit: room('circuit', 'checks/heat*', 'checks/own-sources*', ...BY_HAND),
  meter: room('meter', 'bench/**/*', 'joining/**/*'),
  'checks/rules': room(
    'checks/rules',
    'checks/rules-of-*',
    'checks/heat*',
    'checks/own-sources*',
    'reach/**/*',
    ...BY_HAND,
  ),
  'checks/fixes': room('checks/fixes', 'checks/fixes', 'checks/fixes-of-*', 'checks/each-fix*'),
  sewing: { files: 'sewing', tests: ON_THE_SHEET.map((name) => `sewing/${name}`) },
};
