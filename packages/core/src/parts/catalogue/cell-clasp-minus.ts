import { cellClaspHalf } from '../cell-clasps.ts';

export const cellClaspMinus = cellClaspHalf('-');
