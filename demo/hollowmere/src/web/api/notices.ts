import { lockNotice } from '../../notices/lockNotice';
import { bridgeNotice } from '../../notices/bridgeNotice';
import { NoticeSource, type Notice } from '../../notices/notice';
import { publishLevels } from '../../gauging/publish';

class WorksSource extends NoticeSource {
  notices(on: Date): Notice[] {
    return [
      lockNotice({ lock: 'Millrace', from: on, until: null, chambers: 1, detour: 'Oxbow' }),
      bridgeNotice({ bridge: 'Tannery', from: on, until: null, spans: 2, detour: null }),
    ];
  }
}

const source = new WorksSource();

export function currentNotices(): Notice[] {
  return source.current(new Date());
}

export function notices(): unknown {
  return { notices: currentNotices(), levels: publishLevels([]) };
}
