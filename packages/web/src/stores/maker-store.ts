/** What this browser knows of the maker, whatever plan is open: the house style and the pace of their hands. */
import { maybeParseHouseStyle } from '@sashiko/core/plan/house-style';
import type { Habits } from '@sashiko/core/plan/records';
import { learnPace, maybeParsePace, type Pace, UNKNOWN_PACE } from '@sashiko/core/sewing/pace';
import type { StepWork } from '@sashiko/core/sewing/step';
import { create } from 'zustand';
import { HOUSE_STYLE, OPENED, PACE, readFact, writeFact } from '../storage/facts.ts';

/** What belongs to the maker and not to a plan. */
interface MakerState {
  readonly houseStyle: Habits | null;
  readonly pace: Pace;
  /** What the maker has opened of what trays keep folded. */
  readonly opened: readonly string[];
  /** Reads what is kept; a browser that keeps nothing leaves the usual. */
  load(): Promise<void>;
  keepHouseStyle(habits: Habits): Promise<void>;
  /** Learns that a step of this work took so long. */
  learn(work: StepWork, seconds: number): void;
  forgetPace(): void;
  /** Leaves something folded or open. */
  leave(id: string, isOpen: boolean): void;
}

/** Read once at the start, written whenever it changes. */
export const useMakerStore = create<MakerState>()((set, get) => ({
  houseStyle: null,
  pace: UNKNOWN_PACE,
  opened: [],
  async load() {
    const [style, pace, opened] = await Promise.all([
      readFact(HOUSE_STYLE),
      readFact(PACE),
      readFact(OPENED),
    ]);
    set({
      houseStyle: maybeParseHouseStyle(style ?? '') ?? null,
      pace: maybeParsePace(pace ?? '') ?? UNKNOWN_PACE,
      opened: (opened ?? '').split(' ').filter((id) => id !== ''),
    });
  },
  async keepHouseStyle(habits) {
    await writeFact(HOUSE_STYLE, JSON.stringify(habits));
    set({ houseStyle: habits });
  },
  learn(work, seconds) {
    const pace = learnPace(get().pace, work, seconds);
    if (pace === get().pace) return;
    set({ pace });
    // A pace that cannot be kept is learnt anew.
    writeFact(PACE, JSON.stringify(pace)).catch(() => undefined);
  },
  forgetPace() {
    set({ pace: UNKNOWN_PACE });
    writeFact(PACE, JSON.stringify(UNKNOWN_PACE)).catch(() => undefined);
  },
  leave(id, isOpen) {
    const before = get().opened;
    if (before.includes(id) === isOpen) return;
    const opened = isOpen ? [...before, id] : before.filter((other) => other !== id);
    set({ opened });
    writeFact(OPENED, opened.join(' ')).catch(() => undefined);
  },
}));
