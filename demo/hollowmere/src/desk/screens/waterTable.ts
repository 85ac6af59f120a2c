import { levelAt } from '../../gauging/levels';
import type { GaugeFeed } from '../../gauging/feed';
import type { Station } from '../../gauging/station';
import { Screen } from '../screen';

export class WaterTableScreen extends Screen {
  readonly title = 'water levels';

  constructor(
    private readonly stations: Station[],
    private readonly feed: GaugeFeed,
  ) {
    super();
  }

  protected rows(): string[][] {
    const readings = this.feed.latest(500);
    return this.stations.map((station) => {
      const level = levelAt(station, readings);
      return [station.name, level ? `${level.depth} m` : 'no reading', level?.alarm ?? ''];
    });
  }
}
