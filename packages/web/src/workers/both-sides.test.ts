/** Every question through both sides of the messages: the page's asking and the worker's answering, with what they send cloned as browsers do. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { createCanvas, ImageData, loadImage } from '@napi-rs/canvas';
import { verdictOf } from '@sashiko/core/advice/verdict';
import { benchTests } from '@sashiko/core/bench/bench-tests';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { fixesFor } from '@sashiko/core/checks/fix';
import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { addMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { moveParts, placePart } from '@sashiko/core/plan/edits/part-edits';
import { deleteRuns } from '@sashiko/core/plan/edits/run-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { UNKNOWN_PACE } from '@sashiko/core/sewing/pace';
import { sewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { type Answer, Asking, endJobs, type Outcome, type Question } from './asking.ts';
import type { FromWorker, MessageName, ToWorker } from './messages.ts';
import { type Server, serve } from './serve.ts';

/** A worker on the same thread: messages are cloned, and come a moment later. */
class WiredWorker extends EventTarget {
  static readonly heard: ToWorker[] = [];
  readonly #server: Server;

  constructor() {
    super();
    this.#server = serve((message: FromWorker, transfer) => {
      const data = structuredClone(message, { transfer });
      setTimeout(() => this.dispatchEvent(new MessageEvent('message', { data })));
    });
  }

  postMessage(message: ToWorker): void {
    WiredWorker.heard.push(message);
    const data = structuredClone(message);
    setTimeout(() => this.#server.take(data));
  }

  terminate(): void {}
}

const { plan } = smallLantern();
const holder = Object.values(plan.parts).find(({ kindId }) => kindId === 'coin-cell-holder');
const unsewn = applyEdit(plan, expectOk(deleteRuns(plan, Object.keys(plan.runs).slice(0, 1))));

beforeEach(() => {
  WiredWorker.heard.length = 0;
  vi.stubGlobal('Worker', WiredWorker);
});
afterEach(endJobs);

async function answerTo<Name extends MessageName>(
  name: Name,
  question: Question<Name>,
): Promise<Answer<Name>> {
  const outcome: Outcome<Name> = await new Asking(name).ask(question);
  if (outcome.kind !== 'answered') throw new Error(`${name}: ${JSON.stringify(outcome)}`);
  return outcome.answer;
}

const bare = { ...plan, runs: {} };
let routed: Promise<Answer<'route'>> | null = null;
/** A proposal for the lantern without threads, looked for once. */
function proposal(): Promise<Answer<'route'>> {
  routed ??= answerTo('route', { plan: bare, request: USUAL_REQUEST, seed: 1, patience: 'usual' });
  return routed;
}

const fontUrl = (name: string): string => {
  const path = createRequire(import.meta.url).resolve(`source-sans/TTF/SourceSans3-${name}.ttf`);
  return `data:font/ttf;base64,${readFileSync(path).toString('base64')}`;
};

/** What the browser does for pictures, by a drawing library. */
beforeAll(() => {
  class Canvas {
    readonly width: number;
    readonly height: number;
    readonly #canvas;
    constructor(width: number, height: number) {
      [this.width, this.height] = [width, height];
      this.#canvas = createCanvas(width, height);
    }
    getContext(kind: '2d') {
      return this.#canvas.getContext(kind);
    }
    async convertToBlob(): Promise<Blob> {
      return new Blob([new Uint8Array(await this.#canvas.encode('png'))], { type: 'image/png' });
    }
  }
  vi.stubGlobal('OffscreenCanvas', Canvas);
  vi.stubGlobal('createImageBitmap', async (blob: Blob) => loadImage(Buffer.from(await blob.arrayBuffer())));
  vi.stubGlobal('ImageData', ImageData);
});

/** A red picture, as a file. */
async function picture(width: number, height: number): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = createCanvas(width, height);
  const drawing = canvas.getContext('2d');
  drawing.fillStyle = 'red';
  drawing.fillRect(0, 0, width, height);
  return new Uint8Array(await canvas.encode('png'));
}

/** One try of each question, held against what core says of the same; a question without one does not compile. */
const TRIES: { readonly [Name in MessageName]: () => Promise<unknown> } = {
  async route() {
    const { threads, leftOut } = await proposal();
    expect(leftOut).toEqual([]);
    const led = threads === null ? bare : applyEdit(bare, threads);
    expect(checkPlan(led).filter(({ severity }) => severity === 'stop')).toEqual([]);
  },
  async warm() {
    expect(await answerTo('warm', { plan })).toEqual({ isWarm: true });
  },
  async waysOut() {
    const { problem, solution, leftOut } = await proposal();
    const request = USUAL_REQUEST;
    const ways = await answerTo('waysOut', { plan: bare, problem, solution, leftOut, request, seed: 1 });
    // It needs no patch, so there is nothing to do without.
    expect(ways).toEqual([]);
  },
  async compare() {
    const { problem, solution } = await proposal();
    const question = { plan: bare, before: [], problem, solution, onlyNets: null };
    const { edit, now, proposed } = await answerTo('compare', question);
    expect(Object.keys(applyEdit(bare, edit).runs).length).toBeGreaterThan(3);
    expect(proposed).not.toEqual(now);
  },
  async bench() {
    const { tests } = await answerTo('bench', { plan });
    expect(tests).toEqual(structuredClone(expectOk(benchTests(plan))));
  },
  async homes() {
    const homes = await answerTo('homes', { plan, partId: holder?.id ?? '', request: USUAL_REQUEST });
    expect(homes.some(({ isPresent }) => isPresent)).toBe(true);
  },
  async tidy() {
    const { edit } = await answerTo('tidy', { plan });
    expect(edit === null || edit.changes.length > 0).toBe(true);
  },
  async repair() {
    const move = expectOk(moveParts(plan, [holder?.id ?? ''], { x: 20, y: 0 }));
    const { edit } = await answerTo('repair', { plan, edits: [move], partIds: [holder?.id ?? ''] });
    expect(edit).not.toBeUndefined();
  },
  async readPicture() {
    const read = await answerTo('readPicture', { file: new Blob([await picture(40, 30)]) });
    expect(read).toMatchObject({ mime: 'image/png', widthPx: 40, heightPx: 30 });
    expect(read.bytes.byteLength).toBeGreaterThan(50);
  },
  async straighten() {
    const data = Buffer.from(await picture(80, 60)).toString('base64');
    const straight = await answerTo('straighten', {
      image: { mime: 'image/png', widthPx: 80, heightPx: 60, data },
      corners: [
        { x: 10, y: 10 },
        { x: 70, y: 12 },
        { x: 68, y: 50 },
        { x: 12, y: 48 },
      ],
      widthMm: 60,
      heightMm: 40,
    });
    expect(straight.image.widthPx / straight.image.heightPx).toBeGreaterThan(1);
    expect(straight.mmPerPx).toBeGreaterThan(0);
  },
  async findFits() {
    const placed = applyEdit(
      plan,
      expectOk(placePart(plan, { kindId: 'push-switch', name: 'eye', at: { x: 170, y: 30 } })),
    );
    const eye = Object.values(placed.parts).find(({ name }) => name === 'eye');
    const nodes = [
      { at: { x: 20, y: 20 } },
      { at: { x: 40, y: 20 } },
      { at: { x: 40, y: 40 } },
      { at: { x: 20, y: 40 } },
    ];
    const open = applyEdit(
      placed,
      expectOk(addMarkings(placed, [{ use: 'window', name: 'hole', closed: true, nodes }])),
    );
    const fits = await answerTo('findFits', {
      plan: open,
      partId: eye?.id ?? '',
      marginMm: 1,
      spotAreas: {},
    });
    expect(fits.length).toBeGreaterThan(0);
  },
  async trials() {
    const { trials, touched } = await answerTo('trials', { plan, seed: 1, trials: 20, wanderFactor: 1 });
    expect(trials).toBe(20);
    expect(touched).toBeLessThanOrEqual(20);
  },
  async gapPrices() {
    const prices = await answerTo('gapPrices', { plan });
    expect(prices.length).toBeGreaterThan(1);
  },
  async findings() {
    const { findings, left, word } = await answerTo('findings', { plan: unsewn, edits: [], shown: null });
    const drawn = findings?.map(({ key }) => key) ?? [];
    expect(checkPlan(unsewn).map(({ key }) => key)).toEqual(expect.arrayContaining(drawn));
    expect(drawn.length).toBeGreaterThan(0);
    expect(left.threads).toBe(1);
    const same = await answerTo('findings', { plan: unsewn, edits: [], shown: word });
    expect([same.findings, same.word]).toEqual([null, word]);
    // Who does not show them is told again, whatever was said before.
    const again = await answerTo('findings', { plan: unsewn, edits: [], shown: null });
    expect(again.findings).toEqual(findings);
  },
  async currents() {
    const { findings, failed } = await answerTo('currents', { plan: unsewn });
    expect(failed).toBeNull();
    expect(checkPlan(unsewn).map(({ key }) => key)).toEqual(
      expect.arrayContaining(findings.map(({ key }) => key)),
    );
  },
  async fixes() {
    const [finding] = checkPlan(unsewn);
    if (finding === undefined) throw new Error('nothing is found');
    const looked = await answerTo('fixes', { plan: unsewn, finding });
    expect(looked).toEqual(structuredClone(fixesFor(unsewn, finding)));
  },
  async fixAll() {
    const edits = await answerTo('fixAll', { plan: unsewn, ruleId: 'open' });
    const mended = edits.reduce(applyEdit, unsewn);
    const open = (of: Plan): number => checkPlan(of).filter(({ ruleId }) => ruleId === 'open').length;
    expect(open(mended)).toBeLessThan(open(unsewn) || 1);
  },
  async lightNow() {
    const { answer, shorts } = await answerTo('lightNow', { plan, chargeLeft: 1, isTouching: false });
    expect(answer.lights.length).toBe(2);
    expect(shorts).toEqual([]);
  },
  async howLong() {
    const { times } = await answerTo('howLong', { plan, isTouching: false });
    expect(times.length).toBe(1);
  },
  async whatIfs() {
    const { now, cases } = await answerTo('whatIfs', { plan });
    expect(now.of).toBe(2);
    expect(cases.length).toBeGreaterThan(1);
  },
  async sourceChoices() {
    expect((await answerTo('sourceChoices', { plan })).length).toBeGreaterThan(2);
  },
  async lightTrials() {
    const { trials, lights } = await answerTo('lightTrials', {
      plan,
      isTouching: false,
      trials: 20,
      seed: 1,
    });
    expect([trials, lights.length]).toEqual([20, 2]);
  },
  async sums() {
    const { carried } = await answerTo('sums', { plan, lightId: null, wantedAmp: 0.01 });
    expect(carried.length).toBe(1);
  },
  async verdict() {
    expect(await answerTo('verdict', { plan })).toEqual(verdictOf(plan));
  },
  async sheet() {
    const sheet = await answerTo('sheet', { plan });
    expect(sheet.steps.map(({ text }) => text)).toEqual(sewingSheet(plan).steps.map(({ text }) => text));
  },
  async printList() {
    expect((await answerTo('printList', {})).map(({ id }) => id)).toContain('pattern');
  },
  async print() {
    const fontUrls = { regular: fontUrl('Regular'), bold: fontUrl('Semibold') };
    const [file] = await answerTo('print', { plan, printId: 'pattern', pace: UNKNOWN_PACE, fontUrls });
    expect(file?.mime).toBe('application/pdf');
    expect((file?.data as Uint8Array | undefined)?.byteLength).toBeGreaterThan(2000);
  },
};

describe('is answered as core answers it', () => {
  test.each(Object.keys(TRIES) as MessageName[])('%s', async (name) => {
    expect.hasAssertions();
    await TRIES[name]();
  });
});

test('six plans asked about in turn are answered each, though four are held: one that is missing comes along again', async () => {
  const plans = Array.from({ length: 6 }, (_, i) => ({ ...plan, id: `p${i}`, name: `Plan ${i}` }));
  for (const round of [1, 2])
    for (const one of plans) {
      const { tests } = await answerTo('bench', { plan: one });
      expect(tests.length, `${round}`).toBeGreaterThan(0);
    }
  const questions = WiredWorker.heard.flatMap((message) => (message.kind === 'ask' ? [message] : []));
  // In the second round each is asked without its plan first, as the worker was told of it.
  expect(questions.filter((question) => question.plan !== undefined)).toHaveLength(12);
  expect(questions.filter((question) => question.plan === undefined)).toHaveLength(6);
});

test('a long job is called off half way, and the worker answers the next', async () => {
  const job = new Asking('lightTrials');
  const outcome = job.ask({ plan, isTouching: false, trials: 100_000, seed: 1 });
  await vi.waitFor(() => expect(job.state.share).toBeGreaterThan(0), { timeout: 20_000 });
  job.cancel();
  expect(await outcome).toEqual({ kind: 'cancelled', isLeft: false });
  expect(await answerTo('warm', { plan })).toEqual({ isWarm: true });
});

test('a search that is to end gives the best there is', async () => {
  const job = new Asking('route');
  const outcome = job.ask({ plan: { ...plan, runs: {} }, request: USUAL_REQUEST, seed: 1, patience: 60 });
  await vi.waitFor(() => expect(job.state.best).not.toBeNull(), { timeout: 20_000 });
  job.finish();
  expect((await outcome).kind).toBe('answered');
});

test('what is refused says why in words; what is wrong in Sashiko itself is said as that', async () => {
  const refused = await new Asking('findFits').ask({ plan, partId: 'nobody', marginMm: 1, spotAreas: {} });
  expect(refused.kind === 'failed' && refused.problem).toMatch(/part/i);
  const broken = await new Asking('fixes').ask({ plan, finding: null as never });
  expect(broken.kind === 'failed' && broken.problem).toMatch(/^Something went wrong in Sashiko itself: /);
});

test('when a plan is left its jobs end, but for those that go on', async () => {
  const [ends, goesOn] = [new Asking('bench'), new Asking('sums', { outlives: true })];
  const [one, other] = [ends.ask({ plan }), goesOn.ask({ plan, lightId: null, wantedAmp: 0.01 })];
  endJobs();
  expect(await one).toEqual({ kind: 'cancelled', isLeft: true });
  expect((await other).kind).toBe('answered');
});
