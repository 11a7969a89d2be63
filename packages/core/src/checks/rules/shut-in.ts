import { assumedIn } from '../../plan/assumed.ts';
import { shutInOf } from '../../reach/shut-in.ts';
import { lower } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';

export const shutIn: CheckRule = {
  id: 'shut-in',
  title: 'Shut in when the piece is closed',
  severity: 'stop',
  touching: null,
  better: 'none',
  help: 'Once the last seam is closed no two fingers get to the cell, the switch or the charge port: a cell can never be changed, a piece never be turned off. Cells that are laid into a holder take a hand, a coin cell two fingers. What leads in is counted by its width, lying flat: free edges, a zip, the open side of a pocket, a hole in the cloth, a layer that comes off, a zone in which you say a hand reaches.',
  example: 'The holder lies on the wrong side of a stuffed toy that is sewn shut.',
  byHand:
    'How a hand gets in is for you to say: leave an edge open or close it by a zip, give a pocket an open side, let a layer come off, or draw the zone a hand reaches.',
  sees: ['panels', 'seams', 'layers', 'works', 'habits'],
  checkPart({ plan }, part) {
    const shut = shutInOf(plan, part);
    const { fingersMm } = assumedIn(plan);
    // What a layer shuts in is told by its own rule.
    if (shut === null || Object.hasOwn(plan.layers, shut.by.id)) return [];
    return [
      {
        key: `shut-in:${part.id}`,
        ruleId: 'shut-in',
        severity: shut.wayMm < fingersMm ? ('stop' as const) : ('mend' as const),
        at: shut.handled.at,
        message:
          shut.wayMm < fingersMm
            ? `${shut.handled.what} of ${part.name} cannot be reached any more after this step: ${lower(shut.by.title)}.`
            : `Only two fingers get to ${lower(shut.handled.what)} of ${part.name} after this step, and it takes a hand: ${lower(shut.by.title)}.`,
        step: 'Leave a way in: an edge, a zip, a pocket’s open side, or a zone that a hand reaches.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      },
    ];
  },
};
