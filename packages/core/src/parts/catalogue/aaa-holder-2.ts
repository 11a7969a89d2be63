import { aaaHolder } from '../aaa-holders.ts';

export const aaaHolder2 = aaaHolder(2, false);
