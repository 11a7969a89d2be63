/**
 * Pages to try without a browser. Tests share a worker, and a reader of PDF adds `Iterator` to the language where it is missing; a page would be
 * given that too and has it not in its own world. So jsdom is loaded without it.
 */
import { runInNewContext } from 'node:vm';

const added = Object.getOwnPropertyDescriptor(globalThis, 'Iterator');
const isAdded = added !== undefined && runInNewContext('typeof Iterator') === 'undefined';
if (isAdded) Reflect.deleteProperty(globalThis, 'Iterator');
export const { JSDOM } = await import('jsdom');
if (isAdded) Object.defineProperty(globalThis, 'Iterator', added);
