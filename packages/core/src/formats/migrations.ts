/**
 * Brings plan files of older versions up to date. New fields and tables, and what records have since later than themselves, come by
 * themselves (`plan/schema.ts` says since when); what else a version changed is one entry here.
 */
import { emptyTable, FIELD_NAMES, FIELDS, laterOf, TABLE_NAMES, TABLES } from '../plan/schema.ts';
import { newPanel } from '../plan/usual.ts';

export interface Migration {
  /** The version it starts from; it makes the next one, and leaves alone what is of that already. */
  readonly from: number;
  readonly apply: (raw: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;
}

type Raw = Readonly<Record<string, unknown>>;

export const MIGRATIONS: readonly Migration[] = [
  { from: 1, apply: fromVersion1 },
  { from: 5, apply: fromVersion5 },
  { from: 9, apply: fromVersion9 },
  { from: 10, apply: fromVersion10 },
];

/** Version 11 tells heat in degrees: what was assumed of watts on a centimetre has no meaning any more. */
function fromVersion10(raw: Raw): Raw {
  const { habits } = raw;
  if (!isRecord(habits) || !isRecord(habits['assumptions'])) return raw;
  const { skinWattPerCm: _gone, ...assumptions } = habits['assumptions'];
  return { ...raw, habits: { ...habits, assumptions } };
}

/** Version 10 knows on what cloth a swatch was sewn: before there was only one. */
function fromVersion9(raw: Raw): Raw {
  const { spools, panels } = raw;
  const [panel] = isRecord(panels) ? Object.values(panels) : [];
  const clothMm = isRecord(panel) ? panel['thicknessMm'] : undefined;
  if (!isRecord(spools)) return raw;
  const onCloth = (spool: unknown): unknown =>
    isRecord(spool) && isRecord(spool['swatch'])
      ? { ...spool, swatch: { clothMm, ...spool['swatch'] } }
      : spool;
  return { ...raw, spools: mapRecords(spools, onCloth) };
}

/** Version 6 knows panels: the cloth is one. It knows when steps were ticked; of those before, nobody kept it. */
function fromVersion5(raw: Raw): Raw {
  const { cloth, backdrop, ticks, ...rest } = raw;
  const { id, name, table, colourId } = newPanel('felt', 200, 200);
  return {
    ...rest,
    ...('panels' in raw
      ? {}
      : { panels: { [id]: isRecord(cloth) ? { id, name, table, colourId, ...cloth } : cloth } }),
    backdrop: isRecord(backdrop) ? { panelId: id, ...backdrop } : backdrop,
    ticks: isRecord(ticks)
      ? mapRecords(ticks, (tick, stepId) => (tick === true ? { stepId, atMs: null } : tick))
      : ticks,
  };
}

function mapRecords(table: Raw, change: (record: unknown, id: string) => unknown): Raw {
  return Object.fromEntries(Object.entries(table).map(([id, record]) => [id, change(record, id)]));
}

/**
 * Version 2 knows pieces of every outline, lines and areas with a use of their own, facts, pictures and makers'
 * own parts. What is not of the expected form is passed on, so that the schema can name the spot.
 */
function fromVersion1(raw: Raw): Raw {
  if (isRecord(raw['cloth']) && 'markings' in raw['cloth']) return raw;
  const numbered = typeof raw['nextNumber'] === 'number' ? raw['nextNumber'] : 1;
  const { cloth, marks } = clothFromVersion1(raw['cloth'], numbered);
  return {
    ...raw,
    cloth,
    nextNumber: numbered + marks,
  };
}

function clothFromVersion1(
  raw: unknown,
  firstNumber: number,
): { readonly cloth: unknown; readonly marks: number } {
  if (!isRecord(raw)) return { cloth: raw, marks: 0 };
  const { marks, shape, ...rest } = raw;
  const list: readonly unknown[] = Array.isArray(marks) ? marks : [];
  const markings = Object.fromEntries(
    list.map((mark, i) => {
      const id = `m${firstNumber + i}`;
      const { points, closed } = isRecord(mark) ? mark : { points: mark, closed: false };
      const nodes = Array.isArray(points) ? points.map((at: unknown) => ({ at })) : points;
      return [id, { id, use: 'mark', name: `mark ${i + 1}`, closed, nodes }];
    }),
  );
  return {
    cloth: { ...rest, shape: shapeFromVersion1(shape), wrongSideSeen: false, markings },
    marks: list.length,
  };
}

function shapeFromVersion1(raw: unknown): unknown {
  if (!isRecord(raw) || raw['kind'] !== 'rectangle') return raw;
  const { kind: _kind, ...sizes } = raw;
  return { kind: 'ready', pieceId: 'rectangle', sizes };
}

function isRecord(value: unknown): value is Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Every field and table that a version brought, as it is when nothing is said. */
function emptyOf(version: number): Raw {
  const fields = FIELD_NAMES.filter((field) => FIELDS[field].since === version);
  const tables = TABLE_NAMES.filter((table) => TABLES[table].since === version);
  return Object.fromEntries([
    ...fields.map((field) => [field, FIELDS[field].empty]),
    ...tables.map((table) => [table, emptyTable(table)]),
  ]);
}

/** What records have since a version, put in where a file does not say it. */
function filledIn(raw: Raw, version: number): Raw {
  const filled = [...FIELD_NAMES, ...TABLE_NAMES].flatMap(
    (name): ReadonlyArray<readonly [string, unknown]> => {
      const later = laterOf(name, version);
      const value = raw[name];
      if (Object.keys(later).length === 0 || !isRecord(value)) return [];
      const fill = (record: unknown): unknown => (isRecord(record) ? { ...later, ...record } : record);
      return [[name, Object.hasOwn(TABLES, name) ? mapRecords(value, fill) : fill(value)]];
    },
  );
  return { ...raw, ...Object.fromEntries(filled) };
}

/**
 * Brings a file from `version` to `target`, step by step: what a version brought is filled in, what else it changed is in `migrations`. A
 * version was in the making when some files were written as it: what they lack of their own version is made good as well, so that the
 * meaning of a committed version never changes.
 */
export function migrate(
  raw: Readonly<Record<string, unknown>>,
  version: number,
  target: number,
  migrations: readonly Migration[],
): Readonly<Record<string, unknown>> {
  let value = raw;
  // What the first version has was always there.
  for (let to = Math.max(2, version); to <= target; to += 1) {
    const step = migrations.find(({ from }) => from === to - 1);
    const changed = filledIn(step?.apply(value) ?? value, to);
    value = { ...emptyOf(to), ...changed, version: to };
  }
  return value;
}
