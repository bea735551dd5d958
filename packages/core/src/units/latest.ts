/** The latest things of a sort, by name: where there are more than `most`, the one that was put first goes. */
export class Latest<K, V> {
  private readonly kept = new Map<K, V>();

  constructor(private readonly most: number) {}

  get(name: K): V | undefined {
    return this.kept.get(name);
  }

  put(name: K, value: V): V {
    this.kept.set(name, value);
    for (const first of this.kept.keys()) {
      if (this.kept.size <= this.most) break;
      this.kept.delete(first);
    }
    return value;
  }

  /** What is kept by that name, or what is built for it now. */
  of(name: K, build: () => V): V {
    return this.kept.get(name) ?? this.put(name, build());
  }
}
