import { cellClaspHalf } from '../cell-clasps.ts';

export const cellClaspPlus = cellClaspHalf('+');
