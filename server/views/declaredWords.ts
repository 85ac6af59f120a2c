/** What a use of an undeclared module is called among the rules that a picture marks. */
export const UNDECLARED = 'the build, which does not declare it';
