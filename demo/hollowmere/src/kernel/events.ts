export interface DomainEvent {
  readonly name: string;
  readonly at: Date;
}

export type Listener<E extends DomainEvent> = (event: E) => void;

/** Events of one process, delivered in order. */
export class EventBus {
  private readonly listeners = new Map<string, Listener<DomainEvent>[]>();

  on(name: string, listener: Listener<DomainEvent>): () => void {
    const list = this.listeners.get(name) ?? [];
    list.push(listener);
    this.listeners.set(name, list);
    return () => this.off(name, listener);
  }

  emit(event: DomainEvent): void {
    for (const listener of this.listeners.get(event.name) ?? []) listener(event);
  }

  private off(name: string, listener: Listener<DomainEvent>): void {
    const list = this.listeners.get(name);
    if (list) list.splice(list.indexOf(listener), 1);
  }
}
