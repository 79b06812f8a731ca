/** What has been worked out, by key, as long as there is room: what was not asked for the longest is forgotten first. */
export class Kept<Value> {
  private readonly values = new Map<string, Value>();
  private held = 0;

  /**
   * @param room - for all values together
   * @param sizeOf - what one takes of it
   */
  constructor(
    private readonly room: number,
    private readonly sizeOf: (value: Value) => number,
  ) {}

  /** The value of a key, worked out where it is not at hand. */
  get(key: string, workOut: () => Value): Value {
    const known = this.values.get(key);
    if (known !== undefined) {
      // Put at the end again: the map's first key is then the one unused for longest.
      this.values.delete(key);
      this.values.set(key, known);
      return known;
    }
    const fresh = workOut();
    this.values.set(key, fresh);
    this.held += this.sizeOf(fresh);
    this.makeRoom();
    return fresh;
  }

  private makeRoom(): void {
    for (const [key, value] of this.values) {
      if (this.held <= this.room || this.values.size === 1) return;
      this.values.delete(key);
      this.held -= this.sizeOf(value);
    }
  }
}
