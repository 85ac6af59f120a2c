import { currentOperator } from '../desk/session';
import { wallClock, type Clock } from './clock';

/** Who did what. It reaches up to the desk for the operator, which it should be handed instead. */
export interface AuditEntry {
  at: Date;
  operator: string;
  action: string;
}

const entries: AuditEntry[] = [];

export function record(action: string, clock: Clock = wallClock): AuditEntry {
  const entry = { at: clock.now(), operator: currentOperator(), action };
  entries.push(entry);
  return entry;
}

export function trail(): readonly AuditEntry[] {
  return entries;
}
