/** What came of the changes of a room. */

/** One change that was tried, in the words of the tool. */
export interface Told {
  readonly key: string;
  readonly status: string;
}

/** Counts what came of changes; shares are in percent of all but those that ran on for ever. */
export function tallied(told: readonly Told[]) {
  const count = (wanted: string): number => told.filter(({ status }) => status === wanted).length;
  const [killed, survived, unseen] = [count('Killed'), count('Survived'), count('NoCoverage')];
  const all = killed + survived + unseen;
  return {
    killed,
    survived,
    /** No test runs through them. */
    unseen,
    timedOut: count('Timeout'),
    coveredPercent: percent((killed + survived) / all),
    killedPercent: percent(killed / all),
    killedAtLeastPercent: percent(lowerEnd(killed, all)),
  };
}

function percent(share: number): number {
  return Math.round(1000 * share) / 10;
}

/** The lower end of the interval in which a share lies by 95 %, after so many of so many (Wilson's interval, textbook statistics). */
function lowerEnd(hits: number, of: number): number {
  const z = 1.96;
  const share = hits / of;
  const middle = share + (z * z) / (2 * of);
  const half = z * Math.sqrt((share * (1 - share)) / of + (z * z) / (4 * of * of));
  return (middle - half) / (1 + (z * z) / of);
}
