/** Brings plan files of older versions up to date. A new version is one entry here. */

export interface Migration {
  /** The version it starts from; it makes the next one. */
  readonly from: number;
  readonly apply: (raw: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;
}

/** Version 1 is the first, so there is nothing to bring up yet. */
export const MIGRATIONS: readonly Migration[] = [];

/** Applies the steps from `version` to `target`, in order. Throws RangeError when a step is missing. */
export function migrate(
  raw: Readonly<Record<string, unknown>>,
  version: number,
  target: number,
  migrations: readonly Migration[],
): Readonly<Record<string, unknown>> {
  let value = raw;
  for (let from = version; from < target; from += 1) {
    const step = migrations.find((migration) => migration.from === from);
    if (step === undefined) throw new RangeError(`migrate: no step from version ${from}`);
    value = { ...step.apply(value), version: from + 1 };
  }
  return value;
}
