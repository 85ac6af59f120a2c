import type { CrewDirectory } from '../../crews/directory';
import { fill, type Need } from '../../crews/roster';
import { shiftCost, type Shift } from '../../crews/shifts';
import type { Watch } from '../../crews/rest';
import { Screen } from '../screen';

export class CrewRoomScreen extends Screen {
  readonly title = 'crew room';
  private shifts: Shift[] = [];

  constructor(private readonly directory: CrewDirectory) {
    super();
  }

  plan(needs: Need[], watch: Watch): string {
    const members = needs.flatMap((need) => this.directory.ofRank(need.rank));
    const result = fill(needs, members, watch, this.shifts);
    if (!result.ok) return result.reason;
    this.shifts = [...this.shifts, ...result.value];
    return 'filled';
  }

  protected rows(): string[][] {
    return this.shifts.map((shift) => [shift.member.name, shift.member.rank, shiftCost(shift).toFixed(1)]);
  }
}
