import { netAt } from '../../joining/sides.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { lightsBehind } from '../../power/data-senders.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { manyWords } from '../words-for-many.ts';

export const dataOrder: CheckRule = {
  id: 'data-order',
  title: 'Data against the arrows',
  severity: 'stop',
  touching: null,
  better: 'none',
  help: 'Addressable lights hand data on along their arrows: a pin of the board, or the “out” of the light before, goes into “in”. Two “in” or two “out” on one thread silence everything after them.',
  example: 'The “out” of one light is sewn to the “out” of the next.',
  counted: (found) => `${found === 0 ? 'No data line comes' : `${found} data lines come`} in; one should.`,
  sees: [],
  checkPart({ plan, nets }, part) {
    const hole = kindOf(plan, part).holes.find((one) => one.role === 'data-in');
    if (hole === undefined) return [];
    const net = netAt(nets, part, hole.terminal);
    if (net.runIds.length === 0) return [];
    const roles = net.terminals.flatMap(({ partId, terminal }) => {
      const other = plan.parts[partId];
      const holes = other === undefined ? [] : kindOf(plan, other).holes;
      return holes.filter((one) => one.terminal === terminal).map((one) => one.role);
    });
    const sources = roles.filter((role) => role === 'data-out' || role === 'pin').length;
    const sinks = roles.filter((role) => role === 'data-in').length;
    if (sources === 1 && sinks >= 1) return [];
    const behind = lightsBehind(plan, part.id);
    const dark = behind.length === 0 ? '' : ` ${darkBehind(plan, behind)}`;
    const message =
      sources === 0
        ? `Nothing sends data into ${part.name}: its “in” is joined to no “out” and no pin.${dark}`
        : `${sources} senders talk into ${part.name} at once.${dark}`;
    const finding: Finding = {
      key: `data-order:${part.id}`,
      ruleId: 'data-order',
      severity: 'stop',
      at: part.at,
      message,
      step: 'Sew “in” to the “out” before it, along the arrows.',
      found: { value: sources, unit: 'joins' },
      wanted: { value: 1, unit: 'joins' },
      partIds: [part.id, ...behind],
      runIds: net.runIds,
    };
    return [finding];
  },
};

/** What of the lights that come after one without data: `light 2 and light 3 stay dark with it.` */
export function darkBehind(plan: Plan, behind: readonly string[]): string {
  const parts = behind.flatMap((id): readonly Part[] => {
    const part = plan.parts[id];
    return part === undefined ? [] : [part];
  });
  return `${manyWords(parts, 'lights')} ${parts.length === 1 ? 'stays' : 'stay'} dark with it.`;
}
