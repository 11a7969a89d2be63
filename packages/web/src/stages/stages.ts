/** The seven stages, in the order of the work. */
export const STAGES = [
  { id: 'cloth', title: 'Cloth' },
  { id: 'parts', title: 'Parts' },
  { id: 'thread', title: 'Thread' },
  { id: 'check', title: 'Check' },
  { id: 'light', title: 'Light' },
  { id: 'sew', title: 'Sew' },
  { id: 'bench', title: 'Bench' },
] as const;

export type StageId = (typeof STAGES)[number]['id'];

/** What a stage is called. */
export function titleOf(id: StageId): string {
  return STAGES.find((stage) => stage.id === id)?.title ?? id;
}

export function isStageId(text: string | undefined): text is StageId {
  return STAGES.some((stage) => stage.id === text);
}
