/** What modules may be proposed from, and what is said of it. Another one is an entry here, and what it does in `propose.ts`. */
export const proposalSources = ['links', 'folders', 'packages', 'build', 'anchors'] as const;
export type ProposalSource = (typeof proposalSources)[number];

interface SourceWords {
  /** As a choice in the form. */
  label: string;
  /** In the name of a plan: “Modules from links”. */
  inName: string;
  /** One sentence on what will happen. */
  says: string;
  /** True where names and folders may weigh beside links. */
  takesWeights: boolean;
  /** True where the number of modules may be given. */
  takesCount: boolean;
}

export const proposalWords: Record<ProposalSource, SourceWords> = {
  links: {
    label: 'Links between files',
    inName: 'links',
    says: 'Files that are linked more with each other than with the rest become a module.',
    takesWeights: true,
    takesCount: true,
  },
  folders: {
    label: 'Folders',
    inName: 'folders',
    says: 'Each folder becomes a module, at the depth at which most links stay inside.',
    takesWeights: false,
    takesCount: false,
  },
  packages: {
    label: 'Packages',
    inName: 'packages',
    says: 'Each package becomes a module, at the depth at which most links stay inside.',
    takesWeights: false,
    takesCount: false,
  },
  build: {
    label: 'Build modules',
    inName: 'the build',
    says: 'Each build module becomes a module.',
    takesWeights: false,
    takesCount: false,
  },
  anchors: {
    label: 'Confirmed files',
    inName: 'confirmed files',
    says: 'Confirmed files stay; every other file goes to the module that its links lead to.',
    takesWeights: true,
    takesCount: false,
  },
};
