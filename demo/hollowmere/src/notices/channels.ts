import type { Notice } from './notice';

export interface Channel {
  readonly name: string;
  send(notice: Notice, to: string): boolean;
}

export class RadioChannel implements Channel {
  readonly name = 'radio';
  readonly log: string[] = [];

  send(notice: Notice, to: string): boolean {
    this.log.push(`${to}: ${notice.headline}`);
    return notice.headline.length < 80;
  }
}

export class BoardChannel implements Channel {
  readonly name = 'board';

  send(notice: Notice, to: string): boolean {
    return to !== '' && notice.body.length > 0;
  }
}
