/** The label that stays with the piece: what it holds, for whom, how it is washed, stored and turned off. */
import { lightsIn } from '../joining/sides.ts';
import { isCoin } from '../parts/cells.ts';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Facts } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { cellWords, packOrCell, powerWords } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import { staysInTheWash } from '../power/washing.ts';
import { capital, listed, lower } from '../units/words.ts';
import { moved } from './clip-items.ts';
import { type Paper, paperOf } from './papers.ts';
import { offWays } from './power-on-words.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { sheetNames } from './sheet-names.ts';
import { wrapText } from './wrap-text.ts';

/** A label of this size is sewn or tied in; where more has to be said it is higher (assumption). */
export const LABEL_MM = { width: 84, height: 54 } as const;

const FOR_WHOM: Readonly<Record<NonNullable<Facts['forWhom']>, string>> = {
  adult: 'Made for a grown person.',
  child: 'Made for a child of 3 or more, with a grown person near.',
  'small-child': 'Made for a small child: only with a grown person who watches.',
  animal: 'Made for an animal: never worn unwatched.',
  nobody: 'Made to be looked at, not to be worn.',
};

/** `1 coin cell`, `2 boards`: what there is of a sort, or nothing. */
function counted(count: number, one: string, more = `${one}s`): readonly string[] {
  return count === 0 ? [] : [`${count} ${count === 1 ? one : more}`];
}

/** What the piece holds, in words. */
function contents(plan: Plan): string {
  const kinds = Object.values(plan.parts).map((part) => kindOf(plan, part));
  const sources = sourcesOf(plan);
  const cells = new Map<string, number>();
  for (const { cell, cellKind } of sources)
    cells.set(cellKind.noun, (cells.get(cellKind.noun) ?? 0) + cell.count);
  const lights = new Set(lightsIn(plan).map(({ part }) => part.id)).size;
  return listed([
    ...[...cells].flatMap(([noun, count]) => counted(count, noun === 'pack' ? 'lithium pack' : noun)),
    ...counted(kinds.filter(({ magnetism }) => magnetism === 'magnet').length, 'small magnet'),
    ...counted(
      lights + kinds.filter(({ holes }) => holes.some(({ role }) => role === 'data-in')).length,
      'light',
    ),
    ...counted(kinds.filter((kind) => hasElement(kind, 'pin')).length, 'board'),
  ]);
}

/** What the label says, the graver first (common practice of the trade and general product safety, no source). */
export function labelLines(plan: Plan): readonly string[] {
  const { facts } = plan;
  const sources = sourcesOf(plan);
  const power = powerWords(sources);
  const held = contents(plan);
  const lines = [`This piece holds a sewn circuit${held === '' ? '' : `: ${held}`}.`];
  if (facts.forWhom !== null) lines.push(FOR_WHOM[facts.forWhom]);
  if (sources.some(({ cell }) => isCoin(cell)))
    lines.push('Coin cell: keep away from children. Swallowed: get medical help at once.');
  if (Object.values(plan.parts).some((part) => kindOf(plan, part).magnetism === 'magnet'))
    lines.push(
      'Small magnets: keep away from children and from implants. Swallowed: get medical help at once.',
    );
  const lithium = sources.filter(({ cellKind }) => cellKind.burns === true);
  if (lithium.length > 0)
    lines.push(
      `Lithium ${packOrCell(lithium)}: never pierce, crush or wash it; charge it out of the piece and in sight.`,
    );
  if (power !== null) lines.push(`${power.takeOut} before washing and storing.`);
  lines.push(...washLines(plan, power?.out ?? null));
  lines.push('No tumble drier, no dry cleaning, no iron over parts.');
  lines.push(...offLines(plan));
  if (power !== null) lines.push(`${capital(power.what)}: to a collecting point, not into the bin.`);
  return lines;
}

/** Washing only where the maker said so, and where nothing sewn on forbids it. */
function washLines(plan: Plan, out: string | null): readonly string[] {
  const without = out === null ? '' : `, ${lower(out)}`;
  if (staysInTheWash(plan).length > 0)
    return [`Do not wash: what is sewn on cannot come out. Wipe only with a damp cloth${without}.`];
  return plan.facts.washed === true
    ? [`Wash by hand${without}, do not wring, dry flat; power goes in again when it is quite dry.`]
    : [`Do not wash: wipe only with a damp cloth${without}.`];
}

/** How each circuit is turned off; where nothing does it, its cell is the switch. */
function offLines(plan: Plan): readonly string[] {
  const names = sheetNames(plan);
  const lines = circuitsOf(plan).map((circuit) => {
    const [way] = offWays(names, circuit);
    if (way !== undefined) return `To turn it off, ${way}.`;
    const what = cellWords(circuit.source);
    return `No switch: ${what} ${circuit.source.cell.count === 1 ? 'is' : 'are'} the switch and must come out to turn it off.`;
  });
  const alone =
    plan.facts.unattended !== false && lines.length > 0 ? ['Turn it off when nobody is near.'] : [];
  return [...new Set(lines), ...alone];
}

const LABEL_TOP_MM = 11.5;
const LABEL_LINE_MM = 3.9;

function wrappedLines(plan: Plan): ReadonlyArray<{ readonly text: string; readonly isBold: boolean }> {
  return labelLines(plan).flatMap((line, i) =>
    wrapText(line, LABEL_MM.width - 8, 3).map((text) => ({
      text,
      isBold: i === 0 || /^(Coin|Lithium|Small magnets|No switch)/.test(line),
    })),
  );
}

/** How high the label of a plan is: as usual, or as high as its words need. */
export function labelHeightMm(plan: Plan): number {
  return Math.max(LABEL_MM.height, LABEL_TOP_MM + LABEL_LINE_MM * wrappedLines(plan).length);
}

/** The label as drawing data, with its upper left corner at the origin. */
export function labelDrawing(plan: Plan): readonly DrawItem[] {
  const { width } = LABEL_MM;
  const height = labelHeightMm(plan);
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  return [
    { kind: 'line', points: corners, widthMm: 0.2, closed: true, dashMm: [2, 1] },
    {
      kind: 'text',
      at: { x: 4, y: 6.5 },
      text: wrapText(plan.name, width - 8, 3.6)[0] ?? '',
      sizeMm: 3.6,
      bold: true,
    },
    ...wrappedLines(plan).map(
      ({ text, isBold }, i): DrawItem => ({
        kind: 'text',
        at: { x: 4, y: LABEL_TOP_MM + LABEL_LINE_MM * i },
        text,
        sizeMm: 3,
        ...(isBold ? { bold: true } : {}),
      }),
    ),
  ];
}

/** Margin round the labels, and room to cut between them (assumption). */
const MARGIN_MM = 15;
const BETWEEN_MM = 4;

/** A label for every kit, as many to a page as it holds. */
export function labelPages(plan: Plan, paper: Paper = paperOf(plan)): readonly SheetPage[] {
  const fit = (room: number, size: number): number =>
    Math.floor((room - 2 * MARGIN_MM + BETWEEN_MM) / (size + BETWEEN_MM));
  const columns = fit(paper.widthMm, LABEL_MM.width);
  const heightMm = labelHeightMm(plan);
  const perPage = columns * Math.max(1, fit(paper.heightMm, heightMm));
  const label = labelDrawing(plan);
  return Array.from({ length: Math.ceil(plan.kits.count / perPage) }, (_, page) => ({
    widthMm: paper.widthMm,
    heightMm: paper.heightMm,
    title: `Labels, page ${page + 1}`,
    items: Array.from({ length: Math.min(perPage, plan.kits.count - page * perPage) }, (_one, i) => ({
      x: MARGIN_MM + (i % columns) * (LABEL_MM.width + BETWEEN_MM),
      y: MARGIN_MM + Math.floor(i / columns) * (heightMm + BETWEEN_MM),
    })).flatMap((at) => label.map((item) => moved(item, at))),
  }));
}
