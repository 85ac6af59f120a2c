/** Whether changes of a folder are noticed, and what is then done: nothing, an offer, a survey. */
export const keepCurrentChoices = ['no', 'offer', 'survey'] as const;
export type KeepCurrent = (typeof keepCurrentChoices)[number];
