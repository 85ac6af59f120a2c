/**
 * A break of a rule: known by the rule, both ends and the kind, without lines, so that it is no new one when code moves. Of cycles
 * and of files that stand in no group, `to` is empty.
 */
export interface Violation {
  rule: string;
  /** Keys of the file that uses, and of the file or external that is used; of a measure, of the file and of what is measured in it. */
  from: string;
  to: string;
  /** The kind of dependency, or what the kind of rule calls it where it is no use. */
  kind: string;
  /** Lines of `from`, ascending; as many as there are references. */
  lines: readonly number[];
  /** Rows of the dependencies that it is made of; none where it is no use. */
  rows: readonly number[];
  /** What more there is to say: the members of a cycle, what a measure comes to, what is reached through others. */
  detail: string;
  /** Of a cycle, the keys of its members. */
  members?: readonly string[];
  /** How far a measure lies beyond its bound; 0 for every other. */
  excess: number;
}

/** A break of rules that somebody accepted. */
export interface Exception {
  /** The rule that it is of, by its name; null for any. */
  rule: string | null;
  /** Patterns of the keys at both ends. */
  from: string;
  to: string;
  reason: string;
  by: string;
  /** The last day on which it holds, as `2027-01-31`; null for no end. */
  until: string | null;
  /** So many references are accepted at most; null for any number. */
  most: number | null;
}
