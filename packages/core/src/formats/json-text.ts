import type { ErrorCode } from '../errors/catalogue.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';

/**
 * Reads JSON as a file brings it, a byte order mark in front or not: its value, or a problem of code `refusal`
 * that says where the text stops being JSON, as far as this machine tells.
 */
export function readJson(text: string, refusal: ErrorCode): Result<unknown> {
  const json = text.startsWith('\uFEFF') ? text.slice(1) : text;
  try {
    return succeed(JSON.parse(json) as unknown);
  } catch (error) {
    return fail(refusal, troubleAt(json, String(error)));
  }
}

/** Engines name the spot in their messages as a position, or as line and column. */
function troubleAt(json: string, message: string): string {
  const position = /at position (\d+)/.exec(message)?.[1];
  const named = /line (\d+) column (\d+)/.exec(message);
  if (position === undefined && named === null) return '';
  const before = position === undefined ? [] : json.slice(0, Number(position)).split('\n');
  const line = named?.[1] ?? before.length;
  const letter = named?.[2] ?? (before.at(-1) ?? '').length + 1;
  return `Line ${line}, letter ${letter} is where it goes wrong.`;
}

/** The encoding that the mark at a file's beginning names; UTF-8 where there is none. */
export function encodingOf(bytes: Uint8Array): 'utf-8' | 'utf-16le' | 'utf-16be' {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  return bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
}
