import type { Harbour } from '../../berths/harbour';
import { Screen } from '../screen';

export class BerthBoardScreen extends Screen {
  readonly title = 'berths';

  constructor(
    private readonly harbour: Harbour,
    private readonly at: Date,
  ) {
    super();
  }

  protected rows(): string[][] {
    const free = this.harbour.freeAt(this.at).map((berth) => [berth.quay, `${berth.length} m`, berth.hasCrane ? 'crane' : '']);
    return [['load', `${this.harbour.load(this.at) * 100} %`, ''], ...free];
  }
}
