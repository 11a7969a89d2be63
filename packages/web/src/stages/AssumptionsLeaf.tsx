import { ASSUMPTION_GROUPS } from '@sashiko/core/assumptions/assumption-form';
import { ASSUMPTION_LIST, type Assumption } from '@sashiko/core/assumptions/assumptions';
import { assumedIn } from '@sashiko/core/plan/assumed';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatNumber } from '@sashiko/core/units/number-words';
import { Button } from 'antd';
import { useMakerStore } from '../stores/maker-store.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { NumberField } from '../ui/NumberField.tsx';

/** What nobody measured on this piece, in one list: drawing, router, checks, sheet and Light go by it. */
export function AssumptionsLeaf({ plan }: { readonly plan: Plan }) {
  const houseStyle = useMakerStore((state) => state.houseStyle);
  const own = plan.habits.assumptions;
  const isOwn = Object.keys(own).length > 0;
  return (
    <>
      <section>
        <h2>Assumed</h2>
        <p className="quiet">
          Gaps, ohms, checks, the sheet and Light all go by this list. Changed here it holds for this plan.
        </p>
        <div className="buttons">
          <Button
            size="small"
            onClick={() => {
              const habits = { ...(houseStyle ?? plan.habits), assumptions: own };
              useMakerStore
                .getState()
                .keepHouseStyle(habits)
                .then(
                  () => usePlanStore.getState().tell('New plans begin with these assumptions.'),
                  () => usePlanStore.getState().tell('This browser does not keep them.'),
                );
            }}
          >
            Keep as mine for new plans
          </Button>
          {isOwn && (
            <Button size="small" onClick={() => change(plan, {}, 'assume all as usual')}>
              All as usual
            </Button>
          )}
        </div>
      </section>
      {ASSUMPTION_GROUPS.map((group) => (
        <section key={group} aria-label={group}>
          <h3>{group}</h3>
          {ASSUMPTION_LIST.filter((one) => one.group === group).map((one) => (
            <AssumptionRow key={one.id} plan={plan} assumption={one} />
          ))}
        </section>
      ))}
    </>
  );
}

function change(plan: Plan, assumptions: Plan['habits']['assumptions'], label: string): void {
  usePlanStore.getState().commit(changeHabits(plan, { assumptions }, label));
}

function AssumptionRow({ plan, assumption }: { readonly plan: Plan; readonly assumption: Assumption }) {
  const { id, title, unit, usual, smallest, largest, source } = assumption;
  const isOwn = plan.habits.assumptions[id] !== undefined;
  const label = `assume: ${title.charAt(0).toLowerCase()}${title.slice(1)}`;
  return (
    <div className="assumption">
      <div className="row">
        <span>{title}</span>
        <NumberField
          size="small"
          aria-label={unit === '' ? title : `${title}, ${unit}`}
          value={assumedIn(plan)[id]}
          min={smallest}
          max={largest}
          restMs={600}
          {...(unit === '' ? {} : { suffix: unit })}
          onChange={(value) => {
            if (value === null || value === assumedIn(currentPlan())[id]) return;
            change(currentPlan(), { ...currentPlan().habits.assumptions, [id]: value }, label);
          }}
        />
      </div>
      <span className="quiet">
        {source}
        {isOwn && (
          <>
            {' · '}
            <button
              type="button"
              className="linkish"
              onClick={() => {
                const { [id]: _own, ...others } = currentPlan().habits.assumptions;
                change(currentPlan(), others, label);
              }}
            >
              back to {formatNumber(usual)} {unit}
            </button>
          </>
        )}
      </span>
    </div>
  );
}
