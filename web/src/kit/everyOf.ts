/**
 * All members of a union, in the order in which they are shown. One that is missing does not compile:
 * what the server can say can always be chosen.
 */
export function everyOf<T extends string>() {
  return <const All extends readonly T[]>(
    all: [T] extends [All[number]] ? All : { missing: Exclude<T, All[number]> },
  ): readonly T[] => all as unknown as readonly T[];
}
