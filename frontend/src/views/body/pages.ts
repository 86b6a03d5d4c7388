/** A page of a body's menus by one name, from its tab down. */
export const named = (menu: string[]): string => menu.join(" › ");
