/** A typed array that grows as it is written to, without a number ever being boxed. */
export class GrowingFloats {
  values: Float32Array<ArrayBuffer>;
  count = 0;
  constructor(room = 3 * 1024) {
    this.values = new Float32Array(room);
  }
  /** Makes room for `more` values; write them at `count` and move it. */
  reserve(more: number): Float32Array<ArrayBuffer> {
    if (this.count + more > this.values.length) {
      const longer = new Float32Array(Math.max(2 * this.values.length, this.count + more));
      longer.set(this.values);
      this.values = longer;
    }
    return this.values;
  }
  push3(x: number, y: number, z: number): void {
    const values = this.reserve(3);
    values[this.count++] = x;
    values[this.count++] = y;
    values[this.count++] = z;
  }
  done(): Float32Array<ArrayBuffer> {
    return this.values.slice(0, this.count);
  }
}
