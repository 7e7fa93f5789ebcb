/** An answer that is JSON already: as the database wrote it. Of the type that was promised. */
export class Listed<T> {
  /** Only the compiler knows it. */
  declare readonly of: T
  constructor(readonly json: string) {}
}
