/** Which files of a room are changed, and by which tests that has to be noticed: its own, and those of the rooms that rest on it. */
interface MutatedRoom {
  /** Folder below `packages/core/src`. */
  readonly files: string;
  /** Patterns below it, without their ending. */
  readonly tests: readonly string[];
}

/** Quick tests that look at whole plans: what is found, what is written, what is read. */
const WHOLE_PLANS = [
  'checks/rules',
  'checks/rules-of-*',
  'checks/found-by-hand*',
  'checks/lit-by-hand*',
  'checks/states*',
  'formats/as-before*',
  'bench/**/*',
  'meter/**/*',
  'wishes/**/*',
];

const room = (files: string, ...tests: readonly string[]): MutatedRoom => ({
  files,
  tests: [`${files}/**/*`, ...WHOLE_PLANS, ...tests],
});

export const MUTATED_ROOMS: Readonly<Record<string, MutatedRoom>> = {
  thread: { files: 'thread', tests: ['thread/**/*', 'spacing/**/*', 'plan/passes*'] },
  spacing: room('spacing', 'checks/against-plain-scan*', 'checks/incremental*', 'router/other-ways-over*'),
  // Quick ones only: what joins what is asked by everything.
  joining: {
    files: 'joining',
    tests: [
      'joining/**/*',
      'power/**/*',
      'wishes/wishes',
      'checks/rules',
      'checks/lit-by-hand*',
      'sewing/tails',
    ],
  },
  pieces: room('pieces', 'sewing/**/*'),
  power: {
    files: 'power',
    tests: [
      'power/**/*',
      'joining/**/*',
      'checks/states*',
      'checks/lit-by-hand*',
      'checks/own-sources*',
      'meter/**/*',
    ],
  },
  circuit: room('circuit', 'checks/heat*', 'checks/too-many-volts*'),
  meter: { files: 'meter', tests: ['meter/**/*', 'bench/**/*', 'joining/**/*'] },
  'checks/rules': room('checks/rules', 'checks/heat*', 'checks/own-sources*', 'checks/advice*', 'reach/**/*'),
  'checks/fixes': room('checks/fixes', 'checks/fix*', 'checks/each-fix*'),
  sewing: room('sewing', 'formats/several-panels*'),
};
