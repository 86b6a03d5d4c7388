/** Rows of which something was said stand first and the others fold; where nothing was said of any, all of them stand. */
export function saidFirst<T>(all: readonly T[], said: (one: T) => boolean): { folds: boolean; rows: T[] }[] {
  const [told, rest] = [all.filter(said), all.filter((one) => !said(one))];
  return told.length
    ? [
        { folds: false, rows: told },
        { folds: true, rows: rest },
      ]
    : [{ folds: false, rows: rest }];
}
