const data = JSON.parse(document.getElementById("data").textContent);
const get = (id) => document.getElementById(id);
let at = data.zero;
function show() {
  const row = data.rows[at];
  get("time").textContent = row.time; get("aperture").textContent = row.aperture; get("iso").textContent = row.iso;
  get("why").textContent = at === data.zero ? "" : row.stops + " from the planned light. " + row.why + (row.turn ? ` Turn the dial yourself${row.alone && `: left alone it comes to ${row.alone}`}.` : "");
}
get("darker").onclick = () => { at = Math.min(data.rows.length - 1, at + 1); show(); };
get("brighter").onclick = () => { at = Math.max(0, at - 1); show(); };
get("all").onclick = () => get("ladder").classList.toggle("all");
get("theme").onclick = () => { const d = document.documentElement.dataset; d.theme = data.themes[(data.themes.indexOf(d.theme) + 1) % data.themes.length]; };
function ask(lines, buttons) {
  const sheet = get("sheet"); sheet.replaceChildren(); sheet.hidden = false;
  for (const line of lines) { const p = document.createElement("p"); p.textContent = line; sheet.append(p); }
  for (const [text, act] of buttons) { const b = document.createElement("button"); b.type = "button"; b.textContent = text; b.onclick = act; sheet.append(b); }
}
const close = () => { get("sheet").hidden = true; };
get("frame").onclick = () => {
  const kinds = new Map([...data.answers, ...data.casts].map((a) => [a.saw, a.saw_label]));
  ask(["What did the test frame show?"], [...[...kinds].map(([saw, text]) => [text, () => much(saw)]), ["Back", close]]);
};
function much(saw) {
  ask(["How much?"], [
    ...data.answers.filter((a) => a.saw === saw).map((a) => [a.much_label, () => answer(a)]),
    ...data.casts.filter((a) => a.saw === saw).map((a) => [a.much_label, () => ask([a.words], [["Done", close]])]),
    ["Back", close],
  ]);
}
function answer(a) {
  const costs = Object.entries(a.cost).filter(([, v]) => Math.abs(v) > 0.02).map(([k, v]) => k.replace("_", " ") + " " + (v > 0 ? "+" : "") + v.toFixed(1) + " stops");
  const lines = a.move_thirds ? [a.move_thirds + (a.move_thirds === 1 ? " third " : " thirds ") + a.moves, a.shutter + "  " + a.aperture + "  ISO " + a.iso, costs.length ? costs.join(", ") : "Costs nothing that you asked for."] : ["Leave it: the raw still holds what the preview warns of."];
  if (!a.reachable) lines.push("The dial ends before that.");
  ask([...lines, a.reason], [["Done", close]]);
}
