export function plural(count: number, one: string, many: string): string {
  return `${count} ${count === 1 ? one : many}`;
}

export function shorten(text: string, length: number): string {
  return text.length <= length ? text : `${text.slice(0, length - 1)}…`;
}

export function columns(cells: string[], widths: number[]): string {
  return cells.map((cell, i) => cell.padEnd(widths[i] ?? 0)).join(' ');
}
