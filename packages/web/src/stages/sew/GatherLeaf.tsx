import type { Piece } from '@sashiko/core/pieces/piece';
import { changeKits, writePrice } from '@sashiko/core/plan/edits/sewing-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import {
  amountWords,
  GATHER_GROUPS,
  type GatherItem,
  gatherList,
  gatherTotal,
} from '@sashiko/core/sewing/gather';
import { Button, Input } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { printFiles } from '../../ui/print-files.ts';

/** What to lay out, for one piece or a class set; what it costs where the maker says so. */
export function GatherLeaf({ plan, pieces }: { readonly plan: Plan; readonly pieces: readonly Piece[] }) {
  const items = gatherList(plan, pieces);
  const { sum, unpriced } = gatherTotal(items);
  return (
    <>
      <Kits plan={plan} />
      {GATHER_GROUPS.map((group) => {
        const own = items.filter((item) => item.group === group);
        if (own.length === 0) return null;
        return (
          <section key={group} aria-label={group}>
            <h2>{group}</h2>
            {own.map((item) => (
              <ItemRow key={item.id} plan={plan} item={item} />
            ))}
          </section>
        );
      })}
      <section aria-label="Cost">
        <div className="row">
          <strong>In all</strong>
          <strong className="figure">
            {sum.toFixed(2)} {plan.kits.currency}
          </strong>
        </div>
        {unpriced > 0 && (
          <p className="quiet">
            {unpriced === 1 ? 'One thing has' : `${unpriced} things have`} no price yet and{' '}
            {unpriced === 1 ? 'is' : 'are'} not in this sum. Tools are never in it.
          </p>
        )}
        <Button onClick={() => void printFiles(plan, 'gather', 'Gather list, CSV')}>Take out as CSV</Button>
      </section>
    </>
  );
}

/** For how many the piece is gathered, what is laid by, and in which money. */
function Kits({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const { kits } = plan;
  return (
    <section aria-label="Kits">
      <h2>For how many</h2>
      <Field label="Kits">
        <NumberField
          size="small"
          min={1}
          max={500}
          precision={0}
          value={kits.count}
          onChange={(count) => {
            if (count !== null) commit(changeKits(plan, { count }), 'kits');
          }}
        />
      </Field>
      <Field label="Laid by, %">
        <NumberField
          size="small"
          min={0}
          max={100}
          value={kits.sparePercent}
          onChange={(sparePercent) => {
            if (sparePercent !== null) commit(changeKits(plan, { sparePercent }), 'spare');
          }}
        />
      </Field>
      <Field label="Currency">
        <Input
          size="small"
          maxLength={8}
          placeholder="such as € or kr"
          value={kits.currency}
          onChange={(event) => commit(changeKits(plan, { currency: event.target.value }), 'currency')}
        />
      </Field>
    </section>
  );
}

/** A line of the list: how much is needed, and what one costs. */
function ItemRow({ plan, item }: { readonly plan: Plan; readonly item: GatherItem }) {
  const commit = usePlanStore((state) => state.commit);
  return (
    <div className="gather-row">
      <span>{item.what}</span>
      <span className="figure">{amountWords(item)}</span>
      {item.group !== 'Tools' && (
        <NumberField
          size="small"
          min={0}
          max={1_000_000}
          placeholder="price"
          aria-label={`Price of one${item.unit === 'm' ? ' metre' : ''}: ${item.what}`}
          value={item.each}
          onChange={(each) => commit(writePrice(plan, item.id, each), `price ${item.id}`)}
        />
      )}
    </div>
  );
}
