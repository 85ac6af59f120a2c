/** How imports of barrels are counted: where they lead, or as they are written. */
export const barrelChoices = ['through', 'written'] as const;
export type BarrelChoice = (typeof barrelChoices)[number];
