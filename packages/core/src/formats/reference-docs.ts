/** The pages of docs/ that are written from the code: errors, checks, the drawer, the plan file's schema. */
import { ASSUMPTION_GROUPS } from '../assumptions/assumption-form.ts';
import { ASSUMPTION_LIST } from '../assumptions/assumptions.ts';
import { CHECK_RULES, maybeCheckRule } from '../checks/check-rules.ts';
import { FIX_KINDS } from '../checks/fix-kinds.ts';
import { CLOTH_KINDS } from '../cloth/cloth-kinds.ts';
import { READY_PIECES } from '../cloth/ready-pieces.ts';
import { ERROR_CATALOGUE } from '../errors/catalogue.ts';
import { DRAWERS } from '../parts/part-kind.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { THREAD_KINDS } from '../thread/thread-kinds.ts';
import { planJsonSchema } from './plan-schema-json.ts';

/** File names below docs/ and their whole text. */
export function referenceDocs(): Readonly<Record<string, string>> {
  return {
    'errors.md': errorsPage(),
    'checks.md': checksPage(),
    'parts.md': partsPage(),
    'assumptions.md': assumptionsPage(),
    'plan-file.schema.json': `${JSON.stringify(planJsonSchema(), null, 2)}\n`,
  };
}

function errorsPage(): string {
  const rows = Object.entries(ERROR_CATALOGUE).map(
    ([code, { title, help }]) => `| \`${code}\` | ${title} | ${help} |`,
  );
  return `# Errors

Everything the core refuses, by code. Written from \`packages/core/src/errors/catalogue.ts\` by \`npm run docs\`.

| code | what it says | what to do |
|---|---|---|
${rows.join('\n')}
`;
}

function assumptionsPage(): string {
  const sections = ASSUMPTION_GROUPS.map((group) => {
    const rows = ASSUMPTION_LIST.filter((one) => one.group === group).map(
      ({ id, title, unit, usual, smallest, largest, source }) =>
        `| \`${id}\` | ${title} | ${`${usual} ${unit}`.trim()} | ${smallest} to ${largest} | ${source} |`,
    );
    return `## ${group}\n\n| id | what | usual | range | source |\n|---|---|---|---|---|\n${rows.join('\n')}\n`;
  });
  return `# Assumptions

What nobody measured on this piece. Drawing, router, checks, sheet and Light all go by this list; a plan may say otherwise (\`habits.assumptions\`), and a maker's
house style may. Figures of single parts, threads and cloths stand with them in [the drawer](parts.md). Written from \`packages/core/src/assumptions/assumptions.ts\` by \`npm run docs\`.

${sections.join('\n')}`;
}

function partsPage(): string {
  const sections = DRAWERS.map((drawer) => {
    const kinds = PART_KINDS.filter((kind) => kind.drawer === drawer).map((kind) => {
      const holes = kind.holes.map((hole) => hole.label ?? hole.id).join(', ');
      const options = kind.options
        .map((option) => `${option.title.toLowerCase()} (\`${option.id}\`)`)
        .join(', ');
      return `### ${kind.title}

\`${kind.id}\`. ${kind.description}

Holes: ${holes === '' ? 'none' : holes}. Weight: ${kind.massG} g.${options === '' ? '' : ` To choose: ${options}.`}${kind.mateId === undefined ? '' : ` Comes with \`${kind.mateId}\`.`}

*Source: ${kind.source}.*
`;
    });
    return `## ${drawer}\n\n${kinds.join('\n')}`;
  });
  const pieces = READY_PIECES.map(
    ({ id, title, description, sizes }) =>
      `| \`${id}\` | ${title} | ${description} | ${sizes.map((size) => size.id).join(', ')} |`,
  );
  const threads = THREAD_KINDS.map(
    ({ id, title, form, ohmPerM }) => `| \`${id}\` | ${title} | ${form} | ${ohmPerM} |`,
  );
  const cloths = CLOTH_KINDS.map(
    ({ id, title, thicknessMm, looseness, fray }) =>
      `| \`${id}\` | ${title} | ${thicknessMm} | ${looseness} | ${fray} |`,
  );
  return `# The drawer

Everything Sashiko has ready, with its ids in plan files. Written from the code by \`npm run docs\`.

## Pieces

| id | piece | for | sizes |
|---|---|---|---|
${pieces.join('\n')}

## Cloth

Thickness and fray from memory of typical goods; looseness: assumption.

| id | cloth | thickness, mm | looseness | frays |
|---|---|---|---|---|
${cloths.join('\n')}

## Thread, wire, tape

| id | conductor | form | Ω/m |
|---|---|---|---|
${threads.join('\n')}

${sections.join('\n')}`;
}

/** The fixes that may be offered for a rule. */
function fixesOf(ruleId: string): string {
  const ids = FIX_KINDS.filter((kind) => kind.rules.includes(ruleId)).map((kind) => `\`${kind.id}\``);
  const byHand = maybeCheckRule(ruleId)?.byHand;
  const hand = byHand === undefined ? '' : ` *By hand:* ${byHand}`;
  return `${ids.length === 0 ? '' : ` *Fixes that are tried:* ${ids.join(', ')}.`}${hand}`;
}

function checksPage(): string {
  const rules = CHECK_RULES.map(
    (rule) => `## ${rule.id}: ${rule.title}

*Usually: ${rule.severity}.*${rule.touching === null ? '' : ` *Kind of fault: ${rule.touching}.*`}

${rule.help}

*For example:* ${rule.example}${fixesOf(rule.id)}
`,
  );
  return `# Checks

The rules that every plan is held against while it is edited. Written from \`packages/core/src/checks/rules/\` by \`npm run docs\`.

**stop**: will not work or is unsafe. **mend**: will be weak, dim or fragile. **note**: worth knowing.

## What "clear" rests on

The promise is always *clear under the stated assumptions*:

- Two threads of different sides keep the larger of one stitch (common practice, no source) and both envelopes + 1 mm.
- An envelope is the thread's radius + 1.0 mm that a hand wanders (0.3 mm a machine) + hairs (0.5 mm steel, 0.2 mm plated), times the looseness of the cloth: firm 1.0, knit 1.5, loose knit 2.0 (assumption).
- Where the stitches lie along their line is never counted on: a running or back stitch occupies its whole line on both faces. Only couched, picked-up and bobbin lines keep one face clear; on cloth thicker than 1 mm that is no knit, they do not touch what lies on the other face only (assumption).
- Loops at a hole reach 3 mm beyond its metal (assumption). Stitches stay 6 mm inside the edge (assumption).
- Threads that leave neighbouring pins of one part may keep the pitch of the pins while they fan out; nobody else gets that allowance.
- A trimmed tail of 3 mm lies within the loops at its hole; at a splice in the middle of a line it counts on its own (assumption). A tail that is left long is pinned aside.
- The folded legs of bare lights are metal like any other; insulated wire touches only at its ends and may cross.
- A gap is a *stop* where the envelopes overlap or less than half of the wanted gap is left, whichever is more.

${rules.join('\n')}`;
}
