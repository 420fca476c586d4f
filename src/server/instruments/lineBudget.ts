/** What may come in within a second: lines and bytes, counted anew each second. */
export class LineBudget {
  private since = -Infinity;
  private lines = 0;
  private bytes = 0;

  /** @param now a clock, ms */
  constructor(
    private readonly mostLines: number,
    private readonly mostBytes: number,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Counts what came, and says whether it is still within a second's share. */
  holds(lines: number, bytes: number): boolean {
    if (this.now() - this.since >= 1000) [this.since, this.lines, this.bytes] = [this.now(), 0, 0];
    this.lines += lines;
    this.bytes += bytes;
    return this.lines <= this.mostLines && this.bytes <= this.mostBytes;
  }
}
