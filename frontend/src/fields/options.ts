/** One of a list to choose from. */
export interface Option<T> {
  value: T;
  shown: string;
  /** Under which heading it stands. */
  group?: string;
}

/** Rows with a slug and a label, as the server lists them, to choose from. */
export const listed = (rows: readonly { slug: string; label: string }[] = []): Option<string>[] =>
  rows.map((row) => ({ value: row.slug, shown: row.label }));

/** Pieces of kit by their names. */
export const pieces = (rows: readonly { slug: string; document: { name: string } }[] = []): Option<string>[] =>
  rows.map((row) => ({ value: row.slug, shown: row.document.name }));

/** A list that may also be left alone: what that is called stands first, and is the empty text. */
export const orNone = <T>(shown: string, rows: readonly Option<T>[] = []): Option<T | "">[] => [{ value: "", shown }, ...rows];
