/** What modules may be proposed from. */
export const proposalSources = ['links', 'folders', 'packages', 'build', 'anchors'] as const;
export type ProposalSource = (typeof proposalSources)[number];
