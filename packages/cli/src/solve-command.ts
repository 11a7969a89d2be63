import { type Result, succeed } from '@sashiko/core/errors/problem';
import { solveNetlist } from '@sashiko/core/formats/spice-solve';
import { toJson } from './to-json.ts';

/** The operating point of a netlist: volts of its nodes, amperes of its elements. */
export function solveText(text: string, asJson: boolean): Result<string> {
  const solved = solveNetlist(text);
  if (!solved.ok) return solved;
  if (asJson) return succeed(toJson(solved.value));
  const { nodes, elements } = solved.value;
  const rows = (table: Readonly<Record<string, number>>, unit: string): string =>
    Object.entries(table)
      .map(([name, value]) => `${name}  ${value.toPrecision(9)} ${unit}\n`)
      .join('');
  return succeed(`${rows(nodes, 'V')}${rows(elements, 'A')}`);
}
