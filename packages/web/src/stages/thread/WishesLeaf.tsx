import type { Terminal } from '@sashiko/core/joining/nets';
import { holesOf } from '@sashiko/core/joining/nets';
import { holeName } from '@sashiko/core/plan/hole-names';
import { hasSeveralPanels } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { capital, counted } from '@sashiko/core/units/words';
import { acrossWords } from '@sashiko/core/wishes/across-seams';
import { deriveWishesAgain, unwish } from '@sashiko/core/wishes/wish-edits';
import type { Wish } from '@sashiko/core/wishes/wish-list';
import { circuitWords, type WishedCircuit, wishedCircuits } from '@sashiko/core/wishes/wished-circuits';
import { Button } from 'antd';
import { wishesIn } from '../../stores/derived.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { LongList } from '../../ui/LongList.tsx';

/** What should be joined, and how that differs from what is sewn. */
export function WishesLeaf() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const { wishes, missing, merged } = wishesIn(plan);
  const missingOf = new Map(missing.map(({ wish, groups }) => [wish.id, groups.length - 1]));
  const total = [...missingOf.values()].reduce((sum, count) => sum + count, 0);
  return (
    <>
      <section aria-live="polite">
        <h2>
          What should be joined <Hard term="wish" />
        </h2>
        {wishes.length === 0 ? (
          <p>Place a holder and lights, and Sashiko derives what should be joined.</p>
        ) : (
          <p>
            <strong>
              {total === 0
                ? '✓ Everything is joined as wished'
                : `${counted(total, 'thread')} to draw (not touching that should)`}
              {merged.length > 0 && `, ${merged.length} joined too much (touching that should not)`}
            </strong>
            .{' '}
            {plan.wishes === null
              ? 'Derived from the parts; drag from a pin or a holder to a part to say what it hangs on, from any hole to any other to make them your own.'
              : 'Your own wishes.'}
          </p>
        )}
        {plan.wishes !== null && (
          <Button size="small" onClick={() => commit(deriveWishesAgain(plan))}>
            Derive them anew
          </Button>
        )}
      </section>
      {hasSeveralPanels(plan) && acrossWords(plan) !== null && <p>{acrossWords(plan)}</p>}
      {plan.wishes === null && <Circuits plan={plan} />}
      {merged.map(({ first, other }) => (
        <p key={`${first.id}+${other.id}`} className="bad">
          ✗ “{wishName(first)}” and “{wishName(other)}” are on one thread.
        </p>
      ))}
      {wishes.map((wish) => (
        <section key={wish.id} aria-label={wishName(wish)}>
          <h2>{wishName(wish)}</h2>
          <p className="quiet">
            {missingOf.has(wish.id)
              ? `${counted(missingOf.get(wish.id) ?? 0, 'thread')} to draw`
              : '✓ sewn through'}
          </p>
          {wish.why !== undefined && <p className="quiet">{wish.why}</p>}
          <LongList items={wish.terminals} keyOf={terminalKey} aboutPx={33} lines="rows">
            {(terminal) => <WishedHole key={terminalKey(terminal)} wish={wish} terminal={terminal} />}
          </LongList>
        </section>
      ))}
    </>
  );
}

/** What each source feeds. */
function Circuits({ plan }: { readonly plan: Plan }) {
  const circuits = wishedCircuits(plan);
  if (circuits.length === 0) return null;
  return (
    <section aria-label="Circuits">
      <h2>{circuits.length === 1 ? 'One circuit' : `${circuits.length} circuits`}</h2>
      <ul className="rows">
        {circuits.map((circuit) => (
          <li key={circuit.source.id}>
            <span>
              <strong>{circuit.source.name}</strong> {circuitWords(plan, circuit)}.
            </span>
            <button
              type="button"
              className="linkish"
              aria-label={`Choose all of ${circuit.source.name}`}
              onClick={() => useViewStore.getState().select({ partIds: membersOf(circuit) })}
            >
              choose
            </button>
          </li>
        ))}
      </ul>
      {circuits.length > 1 && (
        <p className="quiet">
          To give a part to another source, pull from a hole of that source to the part, or choose it on the
          Parts stage.
        </p>
      )}
    </section>
  );
}

/** All that belongs to a circuit. */
function membersOf({ source, boards, consumers, buttons }: WishedCircuit): readonly string[] {
  return [source, ...boards, ...consumers, ...buttons].map(({ id }) => id);
}

/** A terminal as the key of a line. */
function terminalKey({ partId, terminal }: Terminal): string {
  return `${partId}/${terminal}`;
}

/** A wish by its sign and title. */
function wishName({ side, title }: Wish): string {
  return side === 'none' ? title : `${side === '+' ? '+' : '−'} ${title}`;
}

/** A hole of a wish, with the way to take it out. */
function WishedHole({ wish, terminal }: { readonly wish: Wish; readonly terminal: Terminal }) {
  const plan = useShownPlan();
  const hole = holesOf(plan, terminal)[0];
  if (hole === undefined) return null;
  return (
    <li>
      <span>{capital(holeName(plan, hole))}</span>
      <button
        type="button"
        className="linkish"
        aria-label={`Take ${holeName(plan, hole)} out of ${wish.title}`}
        onClick={() => usePlanStore.getState().commit(unwish(currentPlan(), hole))}
      >
        take out
      </button>
    </li>
  );
}
