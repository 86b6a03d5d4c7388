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
 * where it begins. What is marked is given more room. Columns are filled as evenly as pages that stay whole allow.
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
  const title = (k: number): number => ((listed[k]?.menu.length ?? 0) > 1 ? TITLE : 4);
  const tall = (k: number): number =>
    (begins(k) ? TAB : 0) +
    title(k) +
    GAP +
    (listed[k]?.leaves ?? []).reduce((sum, leaf) => sum + (marked.has(leaf.setting) ? MARKED : ITEM), 0);
  const fair = listed.reduce((sum, _, k) => sum + tall(k), 0) / columns;
  const made: Menus = { height: 0, pages: [], items: [] };
  let [column, y] = [0, 0];
  listed.forEach(({ name, menu, leaves: own }, k) => {
    if (y && y + tall(k) / 2 > fair && column < columns - 1) [column, y] = [column + 1, 0];
    const x = column * width;
    const first = begins(k) || !y;
    y += first ? TAB : 0;
    made.pages.push({ name, title: named(menu.slice(1)) || named(menu), tab: first ? (menu[0] ?? "") : "", x, y });
    y += title(k);
    for (const leaf of own) {
      const high = marked.has(leaf.setting) ? MARKED : ITEM;
      made.items.push({ setting: leaf.setting, x, y: y + high / 2, marked: high === MARKED });
      y += high;
    }
    y += GAP;
    made.height = Math.max(made.height, y);
  });
  return made;
}
