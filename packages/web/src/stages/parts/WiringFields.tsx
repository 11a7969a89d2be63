import { consumersOf, elementsOf, hasElement } from '@sashiko/core/parts/part-element';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { bankNames, bankTogether, feedFrom, putOnPin } from '@sashiko/core/wishes/wiring-edits';
import { AutoComplete, Button } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

/** In a drop-down: nothing decided, or not the same for all. */
const SELF = '';
/** Stands for parts that do not agree. */
const SEVERAL = '…';

/** What the maker decides of how parts are wired: their source, their pin, what goes on and off together. */
export function WiringFields({ plan, ids }: { readonly plan: Plan; readonly ids: readonly string[] }) {
  const commit = usePlanStore((state) => state.commit);
  const parts = ids.flatMap((id) => plan.parts[id] ?? []);
  const all = Object.values(plan.parts);
  const sources = all.filter((part) => hasElement(kindOf(plan, part), 'cell'));
  const boards = all.filter((part) => hasElement(kindOf(plan, part), 'pin'));
  const isFed = parts.length > 0 && parts.every((part) => takesPower(plan, part));
  const hangs = isFed && parts.every((part) => !boards.includes(part));
  if (!isFed || (sources.length < 2 && (boards.length === 0 || !hangs))) return null;
  return (
    <>
      {sources.length > 1 && (
        <Field label="Fed by">
          <OptionSelect
            size="small"
            value={sameOf(parts.map(({ wired }) => wired?.sourceId ?? SELF))}
            options={[
              { value: SELF, label: 'the nearest source' },
              ...sources.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(id) => commit(feedFrom(plan, ids, id === SELF ? null : id))}
          />
        </Field>
      )}
      {hangs && boards.length > 0 && (
        <>
          <Field label="Pin">
            <OptionSelect
              size="small"
              isSearched
              value={sameOf(parts.map(({ wired }) => pinKey(wired?.pin)))}
              options={[{ value: SELF, label: 'any' }, ...pinsOf(plan, boards)]}
              onChange={(key) => {
                const [partId = '', terminal = ''] = key.split('/');
                commit(putOnPin(plan, ids, key === SELF ? null : { partId, terminal }));
              }}
            />
          </Field>
          <BankField plan={plan} parts={parts} />
        </>
      )}
    </>
  );
}

/** The bank of parts: what goes on and off together shares a pin. */
function BankField({ plan, parts }: { readonly plan: Plan; readonly parts: readonly Part[] }) {
  const commit = usePlanStore((state) => state.commit);
  const ids = parts.map(({ id }) => id);
  const now = sameOf(parts.map(({ wired }) => wired?.bank ?? SELF));
  const [typed, setTyped] = useState<string | null>(null);
  const take = (name: string): void => {
    setTyped(null);
    if (name.trim() !== '' && name !== now) commit(bankTogether(plan, ids, name));
  };
  return (
    <>
      <Field label="Goes on with">
        <AutoComplete
          size="small"
          placeholder="a name, such as left wing"
          value={typed ?? (now === SEVERAL ? '' : now)}
          options={bankNames(plan).map((value) => ({ value }))}
          onChange={(text: string) => setTyped(text)}
          onSelect={(text: string) => take(text)}
          onBlur={() => take(typed ?? '')}
          onKeyDown={(event) => {
            if (event.key === 'Enter') take(typed ?? '');
          }}
        />
      </Field>
      {(now !== SELF || ids.length > 1) && (
        <div className="buttons">
          {ids.length > 1 && now === SELF && (
            <Button size="small" onClick={() => take(freeBankName(plan))}>
              One bank on one pin
            </Button>
          )}
          {now !== SELF && (
            <Button size="small" onClick={() => commit(bankTogether(plan, ids, null))}>
              Each by itself
            </Button>
          )}
        </div>
      )}
    </>
  );
}

/** Whether a part hangs on a source, so that it can be said on which. */
function takesPower(plan: Plan, part: Part): boolean {
  const kind = kindOf(plan, part);
  return !hasElement(kind, 'cell') && (consumersOf(kind).length > 0 || elementsOf(kind, 'pin').length > 0);
}

/** What all have, or that they differ. */
function sameOf(values: readonly string[]): string {
  return values.every((value) => value === values[0]) ? (values[0] ?? SELF) : SEVERAL;
}

/** A pin as the value of a choice. */
function pinKey(pin: { readonly partId: string; readonly terminal: string } | undefined): string {
  return pin === undefined ? SELF : `${pin.partId}/${pin.terminal}`;
}

/** Every pin of every board, by what code calls it. */
function pinsOf(
  plan: Plan,
  boards: readonly Part[],
): ReadonlyArray<{ readonly value: string; readonly label: string }> {
  return boards.flatMap((board) =>
    kindOf(plan, board)
      .holes.filter(({ role, plated }) => role === 'pin' && plated)
      .map((hole) => ({
        value: `${board.id}/${hole.terminal}`,
        label: `${hole.label ?? hole.id}${boards.length > 1 ? ` of ${board.name}` : ''}${abilityWords(hole.abilities)}`,
      })),
  );
}

/** What a pin can do, behind its name. */
function abilityWords(abilities: readonly string[] = []): string {
  return abilities.length === 0 ? '' : ` (${abilities.join(', ')})`;
}

/** A name that no bank has. */
function freeBankName(plan: Plan): string {
  const names = new Set(bankNames(plan));
  for (let n = names.size + 1; ; n += 1) if (!names.has(`bank ${n}`)) return `bank ${n}`;
}
