import { aaaHolder } from '../aaa-holders.ts';

export const aaaHolder1Boost = aaaHolder(1, true);
