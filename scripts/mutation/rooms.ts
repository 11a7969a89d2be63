/** Which files of a room are changed, and by which tests that has to be noticed: its own, and those of the rooms that rest on it. */
export interface MutatedRoom {
  /** Patterns below `packages/core/src`. */
  readonly files: string;
  readonly tests: readonly string[];
}

export const MUTATED_ROOMS: Readonly<Record<string, MutatedRoom>> = {
  thread: {
    files: 'thread',
    tests: ['thread/**', 'spacing/**', 'plan/run-sum*', 'sewing/gather*', 'sewing/as-written*'],
  },
  spacing: {
    files: 'spacing',
    tests: [
      'spacing/**',
      'checks/rules.test.ts',
      'checks/rules-of-c*',
      'checks/against-plain-scan*',
      'checks/incremental*',
      'circuit/touch*',
      'circuit/trials*',
      'plan/patch*',
    ],
  },
  joining: { files: 'joining', tests: ['joining/**', 'power/**', 'meter/**', 'checks/rules-of-meeting*'] },
  pieces: {
    files: 'pieces',
    tests: ['sewing/steps*', 'sewing/tails*', 'sewing/gather*', 'sewing/leg-holes*', 'bench/**'],
  },
  power: {
    files: 'power',
    tests: ['power/**', 'wishes/**', 'checks/states*', 'checks/rules-of-c*', 'checks/rules-of-meeting*'],
  },
  circuit: {
    files: 'circuit',
    tests: ['circuit/**', 'checks/lit-by-hand*', 'checks/heat*', 'checks/rules-of-current*'],
  },
  meter: { files: 'meter', tests: ['meter/**', 'bench/**'] },
  'checks/rules': {
    files: 'checks/rules',
    tests: [
      'checks/rules*',
      'checks/found-by-hand*',
      'checks/heat*',
      'checks/own-sources*',
      'checks/states*',
      'checks/advice*',
    ],
  },
  'checks/fixes': { files: 'checks/fixes', tests: ['checks/fix*', 'checks/found-by-hand*'] },
  sewing: { files: 'sewing', tests: ['sewing/**', 'formats/several-panels*'] },
};
