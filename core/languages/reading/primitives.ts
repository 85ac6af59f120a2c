/** Primitive numbers as most languages name them, the smallest first: each fits where a later one is asked for. */
export const numbersByWidth = ['byte', 'short', 'char', 'int', 'long', 'float', 'double'] as const;
