/** Cables with a plug, and the sockets they go into: a pair is joined by its cable, never by thread. */
import { distance, type Point } from '../geometry/point.ts';
import { placePoint } from '../geometry/transform.ts';
import { assumedIn } from './assumed.ts';
import { kindOf } from './kind-of.ts';
import { poseOf } from './placed.ts';
import type { Part } from './records.ts';
import type { Plan } from './schema.ts';

export interface Lead {
  readonly plug: Part;
  /** The part with its socket; null where its other half is gone. */
  readonly into: Part | null;
  /** Where the cable leaves the body, and where its plug goes. */
  readonly from: Point;
  readonly to: Point | null;
  readonly cableMm: number;
  /** A switch sits in it. */
  readonly hasSwitch: boolean;
  /** What is left of the cable on the straight way, mm; below `leadSlackMm` of the assumptions it pulls. Null without a socket. */
  readonly slackMm: number | null;
}

/** What of a plan tells its cables. */
type PlanParts = Pick<Plan, 'parts' | 'ownParts' | 'habits'>;

/** The part whose cable with a switch in it goes into a part; null where there is none. O(parts). */
export function cableSwitchInto(plan: PlanParts, partId: string): Part | null {
  return leadsOf(plan).find(({ hasSwitch, into }) => hasSwitch && into?.id === partId)?.plug ?? null;
}

/** Every cable with a plug, in plan order. O(parts). */
export function leadsOf(plan: PlanParts): readonly Lead[] {
  return Object.values(plan.parts).flatMap((plug): readonly Lead[] => {
    const { lead } = kindOf(plan, plug);
    if (lead === undefined) return [];
    const mate = intoOf(plan, plug);
    const socket = mate === undefined ? undefined : kindOf(plan, mate).socket;
    const from = placePoint(poseOf(plug), lead.at);
    const { cableMm, hasSwitch } = lead;
    if (mate === undefined || socket === undefined)
      return [{ plug, into: null, from, to: null, cableMm, hasSwitch, slackMm: null }];
    const to = placePoint(poseOf(mate), socket);
    return [{ plug, into: mate, from, to, cableMm, hasSwitch, slackMm: cableMm - distance(from, to) }];
  });
}

/** The part a plug goes into: its other half, or else the nearest with a socket that is nobody's. */
function intoOf(plan: PlanParts, plug: Part): Part | undefined {
  const all = Object.values(plan.parts);
  const mate = plug.mateId === undefined ? undefined : plan.parts[plug.mateId];
  if (mate !== undefined && kindOf(plan, mate).socket !== undefined) return mate;
  return all
    .filter((part) => part.mateId === undefined && kindOf(plan, part).socket !== undefined)
    .sort((a, b) => distance(a.at, plug.at) - distance(b.at, plug.at))[0];
}

/** How much of a cable is left loose, mm. */
export function wantedSlackMm(plan: Plan): number {
  return assumedIn(plan).leadSlackMm;
}
