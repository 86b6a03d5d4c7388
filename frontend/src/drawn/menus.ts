/** A page of a body's menus by one name, from its tab down. */
export const named = (menu: string[]): string => menu.join(" › ");

/** Where things stand on a drawing of a body's menus, in pixels from its top left. */
export interface Menus {
  height: number;
  pages: { name: string; title: string; tab: string; x: number; y: number }[];
  /** One to an item that is written down, by its setting; items of no setting of ours have none. */
  items: { setting: string; x: number; y: number; marked: boolean }[];
}
export interface Leaf {
  menu: string[];
  setting: string;
}
const [TAB, TITLE, ITEM, MARKED, GAP] = [24, 17, 5, 11, 9];

/**
 * Pages of menus one under the other in so many columns of a width, in the order in which they are met; a tab is named
 * where it begins. What is marked is given more room. The columns are as short as whole pages allow.
 */
export function menus(leaves: readonly Leaf[], marked: ReadonlySet<string>, columns: number, width: number): Menus {
  const blocks = new Map<string, { menu: string[]; leaves: Leaf[] }>();
  for (const leaf of leaves) {
    const name = named(leaf.menu);
    const block = blocks.get(name) ?? { menu: leaf.menu, leaves: [] };
    block.leaves.push(leaf);
    blocks.set(name, block);
  }
  const tabs = [...new Set(leaves.map((leaf) => leaf.menu[0]))];
  const listed = [...blocks]
    .map(([name, block]) => ({ name, ...block }))
    .sort((one, other) => tabs.indexOf(one.menu[0]) - tabs.indexOf(other.menu[0]));
  const begins = (k: number): boolean => listed[k]?.menu[0] !== listed[k - 1]?.menu[0];
  const title = (k: number): number => ((listed[k]?.menu.length ?? 0) > 1 || !begins(k) ? TITLE : 4);
  const high = (leaf: Leaf): number => (marked.has(leaf.setting) ? MARKED : ITEM);
  const tall = (k: number): number => title(k) + GAP + (listed[k]?.leaves ?? []).reduce((sum, leaf) => sum + high(leaf), 0);
  /** Pages set down column by column, none longer than a limit. */
  const laid = (limit: number): { column: number; y: number; tab: boolean }[] => {
    let [column, y] = [0, 0];
    return listed.map((_, k) => {
      if (y && y + (begins(k) ? TAB : 0) + tall(k) > limit) [column, y] = [column + 1, 0];
      const tab = !y || begins(k);
      const place = { column, y: y + (tab ? TAB : 0), tab };
      y = place.y + tall(k);
      return place;
    });
  };
  let limit = 0;
  while ((laid(limit).at(-1)?.column ?? 0) >= columns) limit += ITEM;
  const made: Menus = { height: 0, pages: [], items: [] };
  laid(limit).forEach(({ column, y: top, tab }, k) => {
    const { name, menu, leaves: own } = listed[k] ?? { name: "", menu: [], leaves: [] };
    const x = column * width;
    made.pages.push({ name, title: named(menu.slice(1)) || named(menu), tab: tab ? (menu[0] ?? "") : "", x, y: top });
    let y = top + title(k);
    for (const leaf of own) {
      made.items.push({ setting: leaf.setting, x, y: y + high(leaf) / 2, marked: marked.has(leaf.setting) });
      y += high(leaf);
    }
    made.height = Math.max(made.height, y + GAP);
  });
  return made;
}
