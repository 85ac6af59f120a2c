import { table } from './format';

/** What every screen of the quay-side desk can do. */
export abstract class Screen {
  abstract readonly title: string;
  protected abstract rows(): string[][];

  render(): string {
    return `${this.title.toUpperCase()}\n${table(this.rows(), [18, 12, 12])}`;
  }
}
