import type { Face } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import type { Plan } from '../plan/schema.ts';

/** stop: will not work or is unsafe; mend: will be weak, dim or fragile; note: worth knowing. */
export type Severity = 'stop' | 'mend' | 'note';

/** What is counted or measured. */
export const MEASURE_UNITS = [
  'mm',
  'g',
  'V',
  'mA',
  '°C',
  '%',
  'zones',
  'crossings',
  'sides',
  'joins',
  'switches',
  'loops',
  'holes',
  'pads',
  'supplies',
  'lights',
  'abilities',
] as const;

/** A number with its unit, as found or as wanted. */
export interface Measure {
  readonly value: number;
  readonly unit: (typeof MEASURE_UNITS)[number];
}

/** Something the checks have to say, pinned on the cloth. */
export interface Finding {
  /** Stable while the thing it speaks of stays: rule id and the ids of parts and runs. */
  readonly key: string;
  readonly ruleId: string;
  readonly severity: Severity;
  /** Where to pin it, on the right side. */
  readonly at: Point;
  /** The faces it concerns; missing: both. */
  readonly faces?: readonly Face[];
  /** What is wrong here, in a sentence. */
  readonly message: string;
  /** What to do about it, in a sentence. */
  readonly step: string;
  /** The number found and the one wanted; null where there is nothing to measure. */
  readonly found: Measure | null;
  readonly wanted: Measure | null;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
  /** The panel it is pinned on, where that is not the one of what it speaks of first. */
  readonly panelId?: string;
  /** One cause that shows at every part it names. */
  readonly each?: true;
  /** The operating state it is found in, in words (`bell pressed`); missing: in use, or in every state. */
  readonly state?: string;
}

/** A finding of a plan: it knows the panel it is pinned on. */
export interface PlacedFinding extends Finding {
  readonly panelId: string;
}

/** A place on a panel. */
export interface FindingPlace {
  readonly at: Point;
  readonly panelId: string;
}

/** Every place of a finding: where it is pinned, and the other parts it shows at. */
export function placesOf({ parts }: Pick<Plan, 'parts'>, finding: PlacedFinding): readonly FindingPlace[] {
  const { at, panelId, each, partIds } = finding;
  const here = { at, panelId };
  if (each !== true) return [here];
  const others = partIds.flatMap((id): readonly FindingPlace[] => {
    const part = parts[id];
    return part === undefined ? [] : [{ at: part.at, panelId: part.panelId }];
  });
  return [
    here,
    ...others.filter((other) => other.at.x !== at.x || other.at.y !== at.y || other.panelId !== panelId),
  ];
}
