/** Gives a sheet the pages of a list that is known whole. */
export function pageOf<T>(rows: T[] | undefined) {
  const all = rows ?? [];
  return (offset: number, limit: number) =>
    Promise.resolve({ total: all.length, offset, rows: all.slice(offset, offset + limit) });
}
