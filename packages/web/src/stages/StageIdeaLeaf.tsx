import { ideaOf } from '@sashiko/core/advice/stage-ideas';
import { useMemo } from 'react';
import { useCommittedPlan } from '../stores/plan-store.ts';
import { More } from '../ui/More.tsx';
import { StepPicture } from './StepPicture.tsx';
import type { StageId } from './stages.ts';

/** What a stage is about, told and drawn of the plan that is open; folded, and remembered as it was left. */
export function StageIdeaLeaf({ stage }: { readonly stage: StageId }) {
  return (
    <More id={`idea ${stage}`} title="What this is about">
      <Idea stage={stage} />
    </More>
  );
}

function Idea({ stage }: { readonly stage: StageId }) {
  const plan = useCommittedPlan();
  const { sentences, partIds, runIds } = useMemo(() => ideaOf(plan, stage), [plan, stage]);
  return (
    <>
      <StepPicture plan={plan} step={{ id: `idea ${stage}`, partIds, runIds }} widthMm={60} heightMm={36} />
      {sentences.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
    </>
  );
}
