/** What a reading says: in order or not, and if not, what it most likely is. */
import { bareName } from '../nets/bare-things.ts';
import { bareLine, clearanceOf } from '../nets/clearance.ts';
import { deriveNets } from '../nets/nets.ts';
import { runPath } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import type { BenchTest } from './bench-tests.ts';

export type FaultKind = 'touching that should not' | 'not touching that should' | 'the part itself';

export interface Judgement {
  readonly verdict: 'in order' | 'too low' | 'too high';
  /** The kind of fault, never mixed up; null when in order. */
  readonly fault: FaultKind | null;
  /** Likely causes, most likely first. */
  readonly causes: readonly string[];
}

const IN_ORDER: Judgement = { verdict: 'in order', fault: null, causes: [] };

/** Below this a light or holder counts as having no volts at all. */
const NO_VOLT = 0.3;

/** Judges a reading against its test. Causes follow common practice of the trade, no source. */
export function judgeReading(plan: Plan, test: BenchTest, value: number): Judgement {
  if (value >= test.low && value <= test.high) return IN_ORDER;
  const verdict = value < test.low ? 'too low' : 'too high';
  switch (test.kind) {
    case 'lights':
      return {
        verdict,
        fault: 'the part itself',
        causes: [
          'It was held the wrong way round: try − and + exchanged.',
          'The cell is empty.',
          'The light is dead: take another.',
        ],
      };
    case 'ohms':
      return verdict === 'too high' ? brokenLine(plan, test, value) : shortedLine(plan, test);
    case 'open':
      return {
        verdict,
        fault: 'touching that should not',
        causes: [
          ...tightestPlace(plan, test),
          'A tail or a frayed hair lies across: trim and seal the ends.',
          'The switch is on, or the cell is still in.',
        ],
      };
    case 'volts':
      return wrongVolts(plan, test, value);
  }
}

function endsOf(plan: Plan, test: BenchTest): string {
  return test.partIds.map((id) => plan.parts[id]?.name ?? id).join(' or ');
}

function brokenLine(plan: Plan, test: BenchTest, value: number): Judgement {
  const open = value > 1e5;
  return {
    verdict: 'too high',
    fault: 'not touching that should',
    causes: open
      ? [
          `The thread is broken or never reached a hole between ${endsOf(plan, test)}.`,
          `The loops at ${endsOf(plan, test)} do not touch the metal.`,
        ]
      : [
          `Loose loops at ${endsOf(plan, test)}: sew more, tighter.`,
          'The thread has more ohms than its table: measure a swatch.',
          'A knot or splice in this run is loose.',
        ],
  };
}

function shortedLine(plan: Plan, test: BenchTest): Judgement {
  return {
    verdict: 'too low',
    fault: 'touching that should not',
    causes: [
      ...tightestPlace(plan, test),
      'The run is doubled, or its strands touch and shorten the way.',
      'The thread has fewer ohms than its table: measure a swatch.',
    ],
  };
}

function wrongVolts(plan: Plan, test: BenchTest, value: number): Judgement {
  const part = plan.parts[test.partIds[0] ?? ''];
  const name = part?.name ?? 'it';
  const isLight = part?.colourId !== undefined;
  if (!isLight) {
    return value < test.low
      ? {
          verdict: 'too low',
          fault: value < NO_VOLT ? 'not touching that should' : 'touching that should not',
          causes:
            value < NO_VOLT
              ? ['The cell is in upside down or not in.', 'The switch is off.', 'The cell is empty.']
              : [
                  'A short between + and −: take the cell out at once and look for thread that touches.',
                  'The cell is nearly empty.',
                ],
        }
      : {
          verdict: 'too high',
          fault: 'not touching that should',
          causes: ['Less current flows than planned: a light or a run is not joined.'],
        };
  }
  if (value < NO_VOLT) {
    return {
      verdict: 'too low',
      fault: 'not touching that should',
      causes: [
        `A break or loose loop just before ${name}.`,
        'The switch is off or the cell is upside down.',
        `Thread lies round both legs of ${name}.`,
      ],
    };
  }
  return value < test.low
    ? {
        verdict: 'too low',
        fault: 'not touching that should',
        causes: [
          'Loose loops on the way: measure the ohms of the runs before it.',
          'The cell is nearly empty.',
        ],
      }
    : {
        verdict: 'too high',
        fault: 'not touching that should',
        causes: [`${name} takes no current: it is reversed or dead.`, `Its loops do not touch the metal.`],
      };
}

/** Names the place where the threads of a test come nearest to another net: where a short is most likely. */
function tightestPlace(plan: Plan, test: BenchTest): readonly string[] {
  const nets = deriveNets(plan);
  const clearance = clearanceOf(plan);
  let best: { readonly gapMm: number; readonly words: string } | null = null;
  for (const id of test.runIds) {
    const run = plan.runs[id];
    if (run === undefined) continue;
    const own = new Set([nets.ofRun(id).id]);
    const gap = clearance.nearestForeign(
      runPath(plan, run),
      bareLine(plan, run, [run.from, run.to]),
      own,
      50,
    );
    if (gap === null || (best !== null && gap.gapMm >= best.gapMm)) continue;
    const { x, y } = gap.at.onFirst;
    best = {
      gapMm: gap.gapMm,
      words: `Two sides touch: look first ${Math.round(x)} mm from the left and ${Math.round(y)} mm from the top, where ${bareName(plan, gap.other)} is only ${gap.gapMm.toFixed(1)} mm away.`,
    };
  }
  return best === null ? [] : [best.words];
}
