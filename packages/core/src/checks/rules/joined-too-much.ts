import { holesOf } from '../../joining/nets.ts';
import { holePoint } from '../../plan/placed.ts';
import { wishDifference } from '../../wishes/wish-difference.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const joinedTooMuch: CheckRule = {
  id: 'joined-too-much',
  title: 'Joined more than you wished',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'You said what should be joined, and the stitches join two of those groups. Unpick the line between them, or make one wish of both.',
  example: 'Two groups of lights that should be switched apart hang on one + thread.',
  counted: () => 'They are joined; they should not be.',
  sees: ['parts', 'wishes'],
  checkWhole({ plan }) {
    if (plan.wishes === null) return [];
    return wishDifference(plan).merged.map(({ first, other, net }): Finding => {
      const terminal =
        net.terminals.find((one) =>
          other.terminals.some((wished) => wished.partId === one.partId && wished.terminal === one.terminal),
        ) ?? other.terminals[0];
      const hole = terminal === undefined ? undefined : holesOf(plan, terminal)[0];
      return {
        key: `joined-too-much:${first.id}+${other.id}`,
        ruleId: 'joined-too-much',
        severity: 'stop',
        at: hole === undefined ? { x: 0, y: 0 } : holePoint(plan, hole),
        message: `The stitches join “${first.title}” and “${other.title}”.`,
        step: 'Unpick the line between them, or make one wish of both.',
        found: { value: 1, unit: 'joins' },
        wanted: { value: 0, unit: 'joins' },
        partIds: [],
        runIds: net.runIds,
      };
    });
  },
};
