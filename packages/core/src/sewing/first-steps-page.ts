/** One page for a class: what is done in which order, told of the plan that lies there, with its drawing. */
import { cautionsFor } from '../checks/cautions.ts';
import { glowingParts } from '../checks/glowing-parts.ts';
import { clothBox } from '../cloth/cloth.ts';
import { maybeClothKind } from '../cloth/cloth-kinds.ts';
import { partsThatAre } from '../joining/sides.ts';
import { trialFinder } from '../meter/try-light.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { powerWords } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import { formatLength } from '../units/length.ts';
import { counted, listed } from '../units/words.ts';
import { moved } from './clip-items.ts';
import { type Paper, paperOf } from './papers.ts';
import { roundsOf } from './rounds.ts';
import { sewingSheet } from './sewing-sheet.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { StepArtist } from './step-drawing.ts';
import { wrapText } from './wrap-text.ts';

const MARGIN_MM = 16;
const TEXT_MM = 4;
const LINE_MM = 5.6;
const DRAWING_HEIGHT_MM = 72;

/** What a class does, step by step; each of them one idea and what it means for this plan. */
export function firstSteps(plan: Plan): ReadonlyArray<{ readonly title: string; readonly text: string }> {
  const mm = (value: number): string => formatLength(value, plan.habits.unit, 0);
  const pieces = panelsOf(plan).map((panel) => {
    const { widthMm, heightMm } = clothBox(panel);
    const cloth = maybeClothKind(panel.kindId)?.title.toLowerCase() ?? 'cloth';
    return `${cloth}, ${mm(widthMm)} by ${mm(heightMm)}`;
  });
  const lights = counted(glowingParts(plan).length, 'light');
  const sources = counted(partsThatAre(plan, 'cell').length, 'source');
  const threads = Object.keys(plan.runs).length;
  const trials = trialFinder(plan);
  const tried = Object.values(plan.parts).filter((part) => trials.supplyFor(part) !== null).length;
  const power = powerWords(sourcesOf(plan));
  const steps = roundsOf(sewingSheet(plan).steps).length;
  return [
    {
      title: 'Cloth',
      text: `Cut ${listed([...new Set(pieces)])}. Conductive thread is bare: wherever two threads touch, the current goes across.`,
    },
    {
      title: 'Parts',
      text: `On it: ${lights} and ${sources} of power. Every light has a + and a −, and lights one way round only.`,
    },
    {
      title: 'Thread',
      text: `${threads === 0 ? 'The threads' : `${counted(threads, 'line')} of stitches in ${counted(cutPieces(plan).length, 'piece')} of thread`} join + with + and − with −. The two sides never touch; where one must go over the other, a patch of cloth lies between.`,
    },
    ...(tried === 0
      ? []
      : [
          {
            title: 'Try',
            text: `Hold ${tried === 1 ? 'the light that lights' : `each of the ${tried} lights that light`} by a cell alone to a coin cell before it is sewn, + to +. What stays dark now would stay dark for good.`,
          },
        ]),
    {
      title: 'Sew',
      text: `${counted(steps, 'step')}, one after the other, ticked when done. Pull every loop at a hole tight: a loose loop is where light is lost.`,
    },
    {
      title: 'Test',
      text: `${power === null ? 'Before any power is there' : power.out}: a meter shows open between + and −. Only then does power go in.`,
    },
    {
      title: 'Mend',
      text: 'A light stays dark: press on its loops, look which way round it is, follow the thread back. Take the power out first.',
    },
  ];
}

/** The page, with the plan drawn at its head and the gravest cautions at its foot. */
export function firstStepsPages(plan: Plan, paper: Paper = paperOf(plan)): readonly SheetPage[] {
  const width = paper.widthMm - 2 * MARGIN_MM;
  const items: DrawItem[] = [];
  let y = MARGIN_MM;
  const write = (text: string, bold = false, indentMm = 0): void => {
    for (const line of wrapText(text, width - indentMm, TEXT_MM)) {
      items.push({ kind: 'text', at: { x: MARGIN_MM + indentMm, y }, text: line, sizeMm: TEXT_MM, bold });
      y += LINE_MM;
    }
  };
  const name = wrapText(`First steps: ${plan.name}`, width, 6)[0] ?? '';
  items.push({ kind: 'text', at: { x: MARGIN_MM, y }, text: name, sizeMm: 6, bold: true });
  y += 6;
  const all = { id: 'all', partIds: Object.keys(plan.parts), runIds: Object.keys(plan.runs) };
  const drawing = new StepArtist(plan).draw(all, width, DRAWING_HEIGHT_MM);
  if (drawing !== null) {
    const corner = { x: MARGIN_MM, y };
    items.push(...drawing.items.map((item) => moved(item, corner)));
    y += DRAWING_HEIGHT_MM + 4;
  }
  y += LINE_MM;
  for (const [i, { title, text }] of firstSteps(plan).entries()) {
    write(`${i + 1}. ${title}`, true);
    write(text, false, 6);
    y += 1.5;
  }
  y += 2;
  for (const { text } of cautionsFor(plan).slice(0, 2)) write(`! ${text}`, true);
  return [{ widthMm: paper.widthMm, heightMm: paper.heightMm, title: 'First steps', items }];
}
