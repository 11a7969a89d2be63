import { aaaHolder } from '../aaa-holders.ts';

export const aaaHolder1 = aaaHolder(1, false);
