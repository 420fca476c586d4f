/** The disk has what was acknowledged within a second; asked a little later. */
const LOOK_AFTER_MS = 1100;

/** What was written on this page: taken by the shop's computer, and, as is found a moment later, on its disk, where a power cut leaves it. */
export class DiskMarks {
  private fields = new Map<string, { atMs: number; isOnDisk: boolean }>();
  private looking: ReturnType<typeof setTimeout> | null = null;

  /** @param upTo asks up to when the disk has everything, ms; null where that is not known now @param found told the fields newly known to be there */
  constructor(
    private readonly upTo: (() => Promise<number | null>) | undefined,
    private readonly found: (fields: string[]) => void,
  ) {}

  of(field: string): 'saved' | 'on disk' | null {
    const mark = this.fields.get(field);
    return mark ? (mark.isOnDisk ? 'on disk' : 'saved') : null;
  }

  /** Whether everything written on this page is there. */
  get isAll(): boolean {
    return this.fields.size > 0 && [...this.fields.values()].every((mark) => mark.isOnDisk);
  }

  took(field: string, at: string | null): void {
    this.fields.set(field, { atMs: Date.parse(at ?? ''), isOnDisk: false });
    this.lookSoon();
  }

  /** Asks as long as something is not there. */
  private lookSoon(): void {
    const { upTo } = this;
    if (!upTo) return;
    this.looking ??= setTimeout(() => {
      this.looking = null;
      void upTo().then((ms) => this.marked(ms));
    }, LOOK_AFTER_MS);
  }

  private marked(upToMs: number | null): void {
    const pending = [...this.fields].filter(([, mark]) => !mark.isOnDisk);
    const there = pending.filter(([, mark]) => upToMs !== null && mark.atMs <= upToMs);
    for (const [, mark] of there) mark.isOnDisk = true;
    if (there.length > 0) this.found(there.map(([field]) => field));
    if (there.length < pending.length) this.lookSoon();
  }
}
