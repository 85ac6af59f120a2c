import type { Member, MemberId } from './member';

export class CrewDirectory {
  private readonly members = new Map<MemberId, Member>();

  add(member: Member): this {
    this.members.set(member.id, member);
    return this;
  }

  get(id: MemberId): Member | undefined {
    return this.members.get(id);
  }

  ofRank(rank: Member['rank']): Member[] {
    return [...this.members.values()].filter((member) => member.rank === rank);
  }
}
