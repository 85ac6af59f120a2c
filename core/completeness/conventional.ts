/** Names of which every folder has one by convention: they say nothing of what else their folders share. */
export const conventional =
  /(^|\/)(package-info\.java|module-info\.java|__init__\.pyi?|__main__\.py|conftest\.py|mod\.rs|index\.d\.ts)$/;
