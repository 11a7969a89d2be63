/** A print comes, or says that it does not, wherever the maker is by then. */
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test, vi } from 'vitest';
import { isOnTable, LEFT, tellPicture } from '../stages/cloth/picture-files.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { ask } from '../workers/workshop.ts';
import { download } from './download.ts';
import { printFiles } from './print-files.ts';

vi.mock('../workers/workshop.ts', () => ({
  Cancelled: class extends Error {},
  ask: vi.fn(),
  endJobs: () => {},
}));
vi.mock('./download.ts', () => ({ download: vi.fn(), fileName: (name: string, end: string) => name + end }));
vi.stubGlobal('location', { href: 'http://here/' });

const { plan } = smallLantern();
const words = () => usePlanStore.getState().notice?.text;
const shelfWords = () => useShelfStore.getState().notice?.text;
let [resolve, reject, report]: [(answer: unknown) => void, (error: Error) => void, (share: number) => void] =
  [() => {}, () => {}, () => {}];

beforeEach(() => {
  vi.mocked(download).mockReset();
  vi.mocked(ask).mockImplementation(((
    _name: string,
    _question: unknown,
    tell: typeof report,
    outlives: boolean,
  ) => {
    expect(outlives).toBe(true);
    report = tell;
    const answer = new Promise((yes, no) => {
      [resolve, reject] = [yes, no];
    });
    return { answer, cancel: () => {}, finish: () => {} };
  }) as unknown as typeof ask);
  useShelfStore.getState().hush();
  usePlanStore.getState().lay(startHistory(plan));
});

test('over its plan how far it is, and that it is there', async () => {
  const print = printFiles(plan, 'sheet', 'Sewing sheet');
  expect(words()).toBe('Writing: Sewing sheet …');
  report(0.5);
  expect(words()).toBe('Writing: Sewing sheet, 50 % …');
  resolve([{ suffix: '-sheet.pdf', mime: 'application/pdf', data: 'x' }]);
  await print;
  expect(download).toHaveBeenCalledWith('Small lantern-sheet.pdf', 'application/pdf', 'x');
  expect(words()).toBe('Ready: Sewing sheet.');
});

test('it goes on when its plan is left, and is told on the shelf, or over the plan that is open by then', async () => {
  const first = printFiles(plan, 'sheet', 'Sewing sheet');
  usePlanStore.getState().lay(null);
  report(0.5);
  expect(shelfWords()).toBeUndefined();
  resolve([{ suffix: '-sheet.pdf', mime: 'application/pdf', data: 'x' }]);
  await first;
  expect(download).toHaveBeenCalledTimes(1);
  expect(shelfWords()).toBe('“Small lantern”: Ready: Sewing sheet.');
  usePlanStore.getState().lay(startHistory(plan));
  const second = printFiles(plan, 'sheet', 'Sewing sheet');
  usePlanStore.getState().lay(startHistory({ ...plan, id: 'other', name: 'Other' }));
  reject(new Error('No thread.'));
  await second;
  expect(words()).toBe('“Small lantern”: No thread.');
  expect(usePlanStore.getState().notice?.kind).toBe('problem');
});

test('a picture whose plan was left is told on the shelf; one that fails, over the plan; one that another took the place of, nowhere', () => {
  expect(isOnTable(plan)).toBe(true);
  tellPicture({ kind: 'failed', problem: 'The file is no picture.' }, plan);
  expect(words()).toBe('The file is no picture.');
  tellPicture({ kind: 'cancelled', isLeft: false }, plan);
  expect(shelfWords()).toBeUndefined();
  usePlanStore.getState().lay(null);
  expect(isOnTable(plan)).toBe(false);
  tellPicture(LEFT, plan);
  expect(shelfWords()).toMatch(/not laid under “Small lantern”: the plan was left/);
});
