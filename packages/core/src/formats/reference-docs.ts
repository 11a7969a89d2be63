/** The pages of docs/ that are written from the code: errors, checks, the plan file's schema. */
import { CHECK_RULES } from '../checks/check-rules.ts';
import { ERROR_CATALOGUE } from '../errors/catalogue.ts';
import { planJsonSchema } from './plan-schema-json.ts';

/** File names below docs/ and their whole text. */
export function referenceDocs(): Readonly<Record<string, string>> {
  return {
    'errors.md': errorsPage(),
    'checks.md': checksPage(),
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

function checksPage(): string {
  const rules = CHECK_RULES.map(
    (rule) => `## ${rule.id}: ${rule.title}

*Usually: ${rule.severity}.*${rule.touching === null ? '' : ` *Kind of fault: ${rule.touching}.*`}

${rule.help}
`,
  );
  return `# Checks

The rules that every plan is held against while it is edited. Written from \`packages/core/src/checks/rules/\` by \`npm run docs\`.

**stop**: will not work or is unsafe. **mend**: will be weak, dim or fragile. **note**: worth knowing.

## What "clear" rests on

The promise is always *clear under the stated assumptions*:

- Two threads of different sides keep the larger of one stitch (common practice, no source) and both envelopes + 1 mm.
- An envelope is the thread's radius + 1.0 mm that a hand wanders + hairs (0.5 mm steel, 0.2 mm plated), times the looseness of the cloth: firm 1.0, knit 1.5, loose knit 2.0 (assumption).
- Where the stitches lie along their line is never counted on: a hand-sewn line occupies its whole length on both faces.
- Loops at a hole reach 3 mm beyond its metal (assumption). Stitches stay 6 mm inside the edge (assumption).
- A gap is a *stop* where the envelopes overlap or less than half of the wanted gap is left, whichever is more.

${rules.join('\n')}`;
}
