export interface Notice {
  id: string;
  headline: string;
  body: string[];
  from: Date;
  until: Date | null;
}

export abstract class NoticeSource {
  abstract notices(on: Date): Notice[];

  current(on: Date): Notice[] {
    return this.notices(on).filter((notice) => notice.from <= on && (notice.until === null || notice.until >= on));
  }
}
