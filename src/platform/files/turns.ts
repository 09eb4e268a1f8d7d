/** So many at once, the others in the order in which they came. */
export class Turns {
  private running = 0;
  private readonly waiting: (() => void)[] = [];
  constructor(private readonly atOnce: number) {}

  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce) await new Promise<void>((go) => this.waiting.push(go));
    else this.running++;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.running--;
    }
  }
}
