/** Which needle: its eye must take the thread, its shank must pass the hole. */

/** A hand needle with a long eye: what its eye takes and how thick its shank is, mm (memory of typical needle cards). */
interface Needle {
  readonly title: string;
  readonly eyeMm: number;
  readonly shankMm: number;
}

const NEEDLES: readonly Needle[] = [
  { title: 'embroidery needle no. 9', eyeMm: 0.4, shankMm: 0.6 },
  { title: 'embroidery needle no. 7', eyeMm: 0.5, shankMm: 0.7 },
  { title: 'embroidery needle no. 5', eyeMm: 0.6, shankMm: 0.8 },
  { title: 'chenille needle no. 24', eyeMm: 0.9, shankMm: 0.9 },
  { title: 'chenille needle no. 22', eyeMm: 1.1, shankMm: 1 },
  { title: 'chenille needle no. 20', eyeMm: 1.3, shankMm: 1.1 },
  { title: 'chenille needle no. 18', eyeMm: 1.6, shankMm: 1.3 },
];

/** A thread goes through an eye this much wider than itself without fraying (assumption). */
const EYE_EASE = 1.25;
/** The loops that are in a hole already leave the needle about this share of it (assumption). */
const HOLE_SHARE = 0.75;

/**
 * Words for the thinnest needle that takes so many strands of a thread, and whether it passes the smallest hole it has to
 * (`null`: there is none). Never refuses: where no needle fits, it says what to do.
 */
export function needleFor(threadMm: number, strands: number, smallestHoleMm: number | null): string {
  // Two strands lie side by side in the eye.
  const neededMm = threadMm * Math.min(2, strands) * EYE_EASE;
  const needle = NEEDLES.find(({ eyeMm }) => eyeMm >= neededMm);
  const thread = `${strands === 1 ? '' : `${strands} strands of `}${threadMm} mm thread`;
  if (needle === undefined)
    return `a needle with an eye of at least ${neededMm.toFixed(1)} mm for ${thread}: sew with fewer strands if you have none`;
  const fits = smallestHoleMm === null || needle.shankMm <= smallestHoleMm * HOLE_SHARE;
  const hole = smallestHoleMm === null ? '' : `, and holes of ${smallestHoleMm.toFixed(1)} mm`;
  return fits
    ? `${needle.title}, for ${thread}${hole}`
    : `${needle.title}, for ${thread}; it is tight in holes of ${smallestHoleMm?.toFixed(1)} mm: do not force it, take finer thread or fewer loops there`;
}
