/** What supplies that change volts are like. */

/** A converter that lifts the volts of cells. */
export const BOOST = {
  /** Share of the power it takes that it hands on (handbook figure). */
  efficiency: 0.85,
  /** The fewest volts it works from, for each cell (memory: small converters for one cell stop at about 0.7 V). */
  leastInV: 0.7,
  /** Below this much at its output it stops (assumption). */
  leastOutV: 2.5,
  /** What its output gives way by (assumption). */
  outputOhm: 0.5,
} as const;
