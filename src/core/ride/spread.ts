/** Largest, smallest, mean and root mean square about the mean of a quantity seen at even times. */
export class Spread {
  count = 0;
  private sum = 0;
  private squares = 0;
  /** The first value: sums are taken about it, so that a large offset loses no digits. */
  private about = 0;
  max = -Infinity;
  min = Infinity;

  add(value: number): void {
    if (this.count === 0) this.about = value;
    const off = value - this.about;
    this.count += 1;
    this.sum += off;
    this.squares += off * off;
    if (value > this.max) this.max = value;
    if (value < this.min) this.min = value;
  }

  get mean(): number {
    return this.about + this.sum / this.count;
  }

  /** About the mean. */
  get rms(): number {
    return Math.sqrt(Math.max(0, this.squares / this.count - (this.sum / this.count) ** 2));
  }

  /** About nothing. */
  get rmsAboutZero(): number {
    return Math.hypot(this.rms, this.mean);
  }
}
