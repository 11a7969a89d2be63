import { aaaHolder } from '../aaa-holders.ts';

export const aaaHolder2Boost = aaaHolder(2, true);
