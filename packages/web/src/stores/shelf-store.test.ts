import { beforeEach, expect, test } from 'vitest';
import { reported, useShelfStore } from './shelf-store.ts';

const notice = () => useShelfStore.getState().notice;

beforeEach(() => useShelfStore.getState().hush());

test('what goes wrong on the shelf is told with its reason; what goes well is not spoken of', async () => {
  reported(Promise.resolve('kept'));
  await Promise.resolve();
  expect(notice()).toBeNull();
  reported(Promise.reject(new Error('No room.')));
  await new Promise((done) => setTimeout(done));
  expect(notice()).toEqual({ text: 'That could not be kept. No room.', kind: 'problem' });
  reported(Promise.reject('a word'));
  await new Promise((done) => setTimeout(done));
  expect(notice()?.text).toBe('That could not be kept. a word');
});
