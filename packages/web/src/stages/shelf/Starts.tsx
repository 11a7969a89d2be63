import { parsePlan } from '@sashiko/core/formats/plan-file';
import { asTemplate } from '@sashiko/core/plan/as-template';
import type { Plan } from '@sashiko/core/plan/schema';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { addCopy } from '../../storage/repository.ts';
import { contents } from '../../storage/shelf.ts';
import { STARTS } from '../../storage/starts.ts';
import { reported } from '../../stores/shelf-store.ts';
import { drawingOf } from './draw-looks.tsx';

interface Shown {
  readonly id: string;
  readonly family: string;
  readonly plan: Plan;
  readonly svg: string;
}

/** Lit pieces to begin from, each as it is drawn on its cloth. */
export function Starts() {
  const navigate = useNavigate();
  const [shown, setShown] = useState<readonly Shown[]>([]);
  useEffect(() => {
    let isGone = false;
    const fetchAll = async (): Promise<void> => {
      for (const { id, family, load } of STARTS) {
        const plan = parsePlan(await load());
        if (!plan.ok) continue;
        const svg = await drawingOf(plan.value);
        if (isGone) return;
        setShown((before) => [...before, { id, family, plan: plan.value, svg }]);
      }
    };
    reported(fetchAll());
    return () => {
      isGone = true;
      setShown([]);
    };
  }, []);
  const begin = async (plan: Plan): Promise<void> => {
    void navigate(`/plan/${await addCopy(asTemplate(plan), plan.name, Date.now())}/parts`);
  };
  return (
    <ul className="plans" aria-busy={shown.length < STARTS.length}>
      {shown.map(({ id, family, plan, svg }) => (
        <li key={id} className="card">
          <div className="picture">
            <img src={`data:image/svg+xml,${encodeURIComponent(svg)}`} alt="" />
          </div>
          <div className="words">
            <strong>{plan.name}</strong>
            <p className="quiet">
              {family} · {contents(plan)}
            </p>
          </div>
          <div className="actions">
            <button
              type="button"
              onClick={() => reported(begin(plan))}
              aria-label={`Begin a piece from ${plan.name}`}
            >
              Begin from it
            </button>
          </div>
        </li>
      ))}
    </ul>
  );
}
