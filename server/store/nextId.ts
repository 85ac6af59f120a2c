/** SQL for the id of a row that is to be added: one that no row of its table ever had, removed ones included. */
export function nextId(table: 'codebase' | 'survey' | 'job'): string {
  return `(SELECT id + 1 FROM last_id WHERE of_table = '${table}')`;
}
