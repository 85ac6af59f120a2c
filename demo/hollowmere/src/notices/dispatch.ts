import type { EventBus } from '@kernel/events';
import type { Channel } from './channels';
import type { Notice } from './notice';
import { concerned, type Subscriber } from './subscribers';

export class Dispatcher {
  private sent = 0;

  constructor(
    private readonly channels: Channel[],
    private readonly bus: EventBus,
  ) {}

  dispatch(notice: Notice, place: string, subscribers: Subscriber[]): number {
    for (const name of concerned(subscribers, place)) {
      for (const channel of this.channels) if (channel.send(notice, name)) this.sent++;
    }
    this.bus.emit({ name: 'notice-sent', at: notice.from });
    return this.sent;
  }
}
