/** Every tolerance of the core, each named for what it bounds and argued where it stands. */

/** Committed points are whole micrometres: finer than any needle, and exact in a double up to ±20 m. */
export const MICROMETRES_PER_MM = 1000;

/**
 * The largest coordinate a plan may hold. With whole micrometres below ±20 m, the products in an
 * orientation test stay below 2^53, so the test is exact in plain doubles.
 */
export const LARGEST_COORDINATE_MM = 20_000;

/** Two points closer than this are drawn and sewn as one; ten times the committed grid. */
export const SAME_POINT_MM = 0.01;

/** A measured gap may miss the wanted one by this much before it counts: less than any hand sews, a tenth of a needle. */
export const GAP_SLACK_MM = 0.1;

/** Two meetings of the same two lines nearer than this are one place: ten times the committed grid. */
export const LOWEST_PLACE_MM = 0.01;
