import { readFile, stat, writeFile } from 'node:fs/promises';
import { type Verdict, verdictFrom, verdictWords } from '@sashiko/core/advice/verdict';
import { leftIn } from '@sashiko/core/advice/what-next';
import { countFindings, openFindings } from '@sashiko/core/checks/check-plan';
import { maybeCheckRule } from '@sashiko/core/checks/check-rules';
import { CheckSession, findingsAsSet } from '@sashiko/core/checks/check-session';
import { whyUnsolved } from '@sashiko/core/checks/currents';
import { type PlacedFinding, placesOf } from '@sashiko/core/checks/finding';
import { fixesOfAll, type TriedFixes } from '@sashiko/core/checks/fix';
import { LONGEST_LINE, plainLine } from '@sashiko/core/errors/plain-line';
import {
  describeProblem,
  expectOk,
  fail,
  type Problem,
  type Result,
  succeed,
} from '@sashiko/core/errors/problem';
import { encodingOf } from '@sashiko/core/formats/json-text';
import { LARGEST_FILE_CHARACTERS, parsePlan } from '@sashiko/core/formats/plan-file';
import { LARGEST_SHELF_CHARACTERS } from '@sashiko/core/formats/shelf-file';
import { planNetlist } from '@sashiko/core/formats/spice';
import { assumedIn } from '@sashiko/core/plan/assumed';
import type { Plan } from '@sashiko/core/plan/schema';
import { planInState } from '@sashiko/core/power/operating-states';
import type { Command, CommandAnswer, CommandOptions } from './command.ts';
import { placeRecord, placeWords } from './place.ts';
import { routeCommand } from './route-command.ts';
import { sheetCommand } from './sheet-command.ts';
import { simulate, touchIn } from './simulate-command.ts';
import { solveText } from './solve-command.ts';
import { toJson } from './to-json.ts';
import { toldOutput, validateText } from './validate-command.ts';

export interface CommandResult {
  readonly status: 0 | 1 | 2;
  readonly output: string;
  readonly error: string;
}

const COMMANDS: Readonly<Record<string, Command>> = {
  check,
  simulate,
  netlist: (plan, { touch }) => ({
    output: expectOk(planNetlist(plan, { touchOhm: touchIn(touch, assumedIn(plan).touchOhm) })),
  }),
  route: routeCommand,
  sheet: sheetCommand,
};

/** Commands on files that need not be plans. */
const READERS: Readonly<Record<string, (text: string, asJson: boolean) => Result<string>>> = {
  validate(text, asJson) {
    const told = validateText(text);
    return told.ok ? succeed(toldOutput(told.value, asJson)) : told;
  },
  solve: solveText,
};

/** Reads a file and runs one command on it. Everything that can go wrong with the input is status 2 and one line. */
export async function runCommand(
  name: string,
  file: string,
  asJson: boolean,
  options: Partial<Omit<CommandOptions, 'asJson'>> = {},
): Promise<CommandResult> {
  const command = COMMANDS[name];
  const reads = READERS[name];
  if (command === undefined && reads === undefined) return refuse(`sashiko: there is no command "${name}".`);
  const text = await readText(
    file,
    command === undefined ? LARGEST_SHELF_CHARACTERS : LARGEST_FILE_CHARACTERS,
  );
  if (text === null) return refuse(`sashiko: ${shortName(file)} cannot be read: is the name right?`);
  if (!text.ok) return refuseFile(file, text.problem);
  if (command === undefined) {
    const told = (reads as (typeof READERS)[string])(text.value, asJson);
    return told.ok ? { status: 0, output: told.value, error: '' } : refuseFile(file, told.problem);
  }
  const plan = parsePlan(text.value);
  if (!plan.ok) return refuseFile(file, plan.problem);
  let answer: CommandAnswer;
  try {
    answer = command(plan.value, { seed: 1, ...options, asJson });
  } catch (error) {
    return refuse(`sashiko: ${shortName(file)}: ${error instanceof Error ? error.message : String(error)}`);
  }
  const { output, status = 0, files = [] } = answer;
  for (const { path, data } of files) {
    try {
      await writeFile(path, data);
    } catch {
      return refuse(`sashiko: ${shortName(path)} cannot be written.`);
    }
  }
  return { status, output, error: '' };
}

function refuse(message: string): CommandResult {
  return { status: 2, output: '', error: `${plainLine(message)}\n` };
}

function refuseFile(file: string, problem: Problem): CommandResult {
  const where = `sashiko: ${shortName(file)}: `;
  return refuse(`${where}${describeProblem(problem, LONGEST_LINE - where.length)}`);
}

/** A file's name as it was given; of a long one, its end. */
function shortName(file: string): string {
  return file.length <= 60 ? file : `…${file.slice(-59)}`;
}

/** The text of a file that is not too large to be looked at; null when it cannot be read. */
async function readText(file: string, mostCharacters: number): Promise<Result<string> | null> {
  try {
    const { size } = await stat(file);
    if (size > mostCharacters * 4) return fail('file-too-large', `It has ${Math.round(size / 1e6)} MB.`);
    const bytes = await readFile(file);
    return succeed(new TextDecoder(encodingOf(bytes)).decode(bytes));
  } catch {
    return null;
  }
}

function check(asIs: Plan, { asJson, state }: CommandOptions): CommandAnswer {
  const plan = state === undefined ? asIs : planInState(asIs, state);
  const session = new CheckSession();
  const inStates = session.update(plan);
  const findings = state === undefined ? inStates : findingsAsSet(plan, state);
  const open = openFindings(plan, findings);
  const counts = countFindings(open);
  const failed = state === undefined ? session.failed : whyUnsolved(plan);
  const verdict = verdictFrom(plan, open, { left: leftIn(plan), failed });
  const isClear = verdict.kind === 'clear';
  const output = asJson
    ? toJson({
        plan: plan.name,
        isClear,
        state: state ?? null,
        currents: failed === null ? { state: 'known' } : { state: 'failed', why: failed },
        findings: withFixes(plan, findings),
      })
    : `${findings.map((finding) => findingLine(plan, finding)).join('')}${failed === null ? '' : `NOT CHECKED by current: ${failed}\n`}${lastWord(verdict)}`;
  return counts.stop > 0 || failed !== null ? { output, status: 1 } : { output };
}

/** How it stands, where the findings alone do not tell. */
function lastWord(verdict: Verdict): string {
  switch (verdict.kind) {
    case 'clear':
      return 'Clear under the stated assumptions.\n';
    case 'left':
    case 'empty':
      return `Not finished: ${verdictWords(verdict)}.\n`;
    default:
      return '';
  }
}

/** All findings with their fixes, as far as they can be tried: worst first. */
function withFixes(plan: Plan, findings: readonly PlacedFinding[]): readonly unknown[] {
  const tried = fixesOfAll(plan, findings);
  return findings.map((finding, i) => findingRecord(plan, finding, tried[i] as TriedFixes));
}

/** A finding as `--json` tells it; `docs/cli.md` lists the fields. */
function findingRecord(plan: Plan, finding: PlacedFinding, { fixes, isAll }: TriedFixes): unknown {
  const { key, ruleId, severity, faces, message, step, found, wanted, partIds, runIds } = finding;
  return {
    id: ruleId,
    key,
    severity,
    touching: maybeCheckRule(ruleId)?.touching ?? null,
    place: placeRecord(plan, finding),
    places: placesOf(plan, finding).map((place) => placeRecord(plan, place)),
    faces: faces ?? ['right', 'wrong'],
    message,
    step,
    found,
    wanted,
    parts: partIds,
    runs: runIds,
    fixes: fixes.map(({ id }) => id),
    fixesTried: isAll,
    state: finding.state ?? null,
    accepted: plan.accepted[key]?.reason ?? null,
  };
}

function findingLine(plan: Plan, finding: PlacedFinding): string {
  const accepted = plan.accepted[finding.key] === undefined ? '' : 'accepted ';
  return `${accepted}${finding.severity}  ${finding.ruleId}  at ${placeWords(plan, finding)}: ${finding.message} ${finding.step}\n`;
}
