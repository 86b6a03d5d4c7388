<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { keyOf } from "@/api/keys";
import { toldBy } from "@/api/picture";
import { decimal } from "@/fields/typed";
import { useWords } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import { listed, orNone, type Option } from "@/fields/options";
import Written from "@/fields/Written.vue";

const emit = defineEmits<{ saved: [slug: string, lenses: Record<string, unknown>[]]; byHand: []; close: [] }>();
const { data: choices } = useQuery({
  queryKey: keyOf("kinds"),
  queryFn: () => take(client.GET("/api/kit/kinds")),
  staleTime: Infinity,
});
const { data: words } = useWords();
const name = ref("");
type Kind = Schemas["DescribeForm"]["kind"];
const kind = ref<Kind>("all_round");
const size = ref("full");
const typed = ref({ width: "", height: "" });
const megapixels = ref("");
const highest = ref("");
const finder = ref("");
const told = ref<Record<string, Schemas["ToldOut"]>>({});
const errors = ref<Record<string, string>>({});
const busy = ref("");
const chosen = computed(() => choices.value?.kinds.find((k) => k.slug === kind.value));
const from = (key: string): string => (told.value[key] ? `from ${told.value[key]?.source}` : "");

/** What each picture told by itself, and all of them together. */
const frames = ref<Schemas["FrameIn"][]>([]);
const together = ref<Schemas["TogetherOut"] | null>(null);

/** Whether those that have been read are enough. */
const enough = ref(false);

/** Read pictures one after the other; one that cannot be read is named, and the others go on. */
async function pictures(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const files = [...(field.files ?? [])];
  field.value = "";
  const unread: string[] = [];
  const before = frames.value.length;
  errors.value = {};
  enough.value = false;
  for (const [k, file] of files.entries()) {
    if (enough.value) break;
    busy.value = files.length > 1 ? `reading ${k + 1} of ${files.length}` : "reading it";
    try {
      frames.value.push((await toldBy(file)).told as Schemas["FrameIn"]);
    } catch (error) {
      unread.push(files.length > 1 ? `${file.name}: ${sentence(error)}` : sentence(error));
    }
  }
  try {
    if (frames.value.length > before)
      fill(await take(client.POST("/api/kit/pictures/together", { body: { frames: frames.value } })));
  } catch (error) {
    unread.push(sentence(error));
  }
  if (unread.length) errors.value = { "/picture": unread.join(" ") };
  busy.value = "";
}
/** Fill in what they tell together; what they do not tell stays as it is. */
function fill(answer: Schemas["TogetherOut"]): void {
  together.value = answer;
  told.value = answer.told;
  if (value("name")) name.value = String(value("name"));
  const wide = Number(value("pixels_wide") ?? 0);
  const high = Number(value("pixels_high") ?? 0);
  if (wide && high) megapixels.value = String(Math.round((wide * high) / 1e5) / 10);
  if (value("sensor_width_mm")) {
    size.value = "";
    typed.value = { width: String(value("sensor_width_mm")), height: String(value("sensor_height_mm")) };
  }
  if (value("highest_iso") && decimal(highest.value || "0") < Number(value("highest_iso")))
    highest.value = String(value("highest_iso"));
}
const value = (key: string): number | string | undefined => told.value[key]?.value;
const sentence = (error: unknown): string =>
  error instanceof ProblemError ? (error.problem.errors?.[0]?.detail ?? error.message) : "The server cannot be reached.";
const number = (key: string): number | null => (value(key) === undefined ? null : Number(value(key)));
/** What the body showed that it can do. */
const seen = computed(() => ({
  lowest_iso: number("lowest_iso"),
  highest_iso: number("highest_iso"),
  shortest_s: number("shortest_s"),
  longest_s: number("longest_s"),
  bits: number("bits"),
  raw_mb: Object.fromEntries(PACKINGS.filter((p) => value(`raw_mb_${p}`)).map((p) => [p, Number(value(`raw_mb_${p}`))])),
}));
const PACKINGS = ["none", "lossless", "lossy"] as const;
const packed = (packing: string): string =>
  words.value?.choices.raw_opens?.find((one) => one.value === packing)?.shown ?? packing;
const span = (of: string, one: string, other: string): string =>
  value(one) === undefined ? "" : `${of}${value(one) === value(other) ? "" : `${time(one)} to `}${time(other)}`;
const time = (key: string): string => {
  const seconds = Number(value(key));
  return !key.endsWith("_s") ? String(value(key)) : seconds < 0.4 ? `1/${Math.round(1 / seconds)}` : `${seconds} s`;
};
/** What was seen on them, in words. */
const summary = computed(() =>
  [
    span("ISO ", "lowest_iso", "highest_iso"),
    span("", "shortest_s", value("longest_s") === undefined ? "shortest_s" : "longest_s"),
    value("bits") ? `raw of ${value("bits")} bits` : "",
    ...PACKINGS.filter((p) => value(`raw_mb_${p}`)).map((p) => `${value(`raw_mb_${p}`)} MB ${packed(p)}`),
  ]
    .filter(Boolean)
    .join(", "),
);
const frame = (count: number): string => (count === 1 ? "1 frame" : `${count} frames`);
const others = computed(() =>
  Object.entries(together.value?.others ?? {})
    .map(([camera, count]) => `${frame(count)} of ${camera}`)
    .join(", "),
);
/** The lenses of the pictures, as far as they are told. */
const lenses = computed(() =>
  (together.value?.lenses ?? []).map((lens) => ({
    name: lens.name,
    focal_min_mm: lens.focal_min_mm,
    focal_max_mm: lens.focal_max_mm,
    widest_aperture: !lens.widest ? 2.8 : lens.widest[0] === lens.widest[1] ? lens.widest[0] : lens.widest,
    assumed: [...(lens.exact ? [] : ["widest_aperture"]), "narrowest_aperture", "closest_m"],
  })),
);
async function save(): Promise<void> {
  errors.value = {};
  const [w, h] = [decimal(typed.value.width), decimal(typed.value.height)];
  for (const [place, ok, say] of [
    ["/name", !!name.value.trim(), "give it a name"],
    ["/sensor", !!size.value || (w > 0 && h > 0), "write width and height in millimetres, as 36 and 24"],
    ["/megapixels", decimal(megapixels.value) > 0, "write the largest picture's millions of pixels, as 24"],
    ["/max_iso", decimal(highest.value) > 0, "write the highest ISO on the dial, as 25600"],
  ] as const)
    if (!ok) errors.value[place] = say;
  if (Object.keys(errors.value).length) return;
  const sensor = size.value
    ? { sensor: size.value as NonNullable<Schemas["DescribeForm"]["sensor"]> }
    : { sensor_width_mm: w, sensor_height_mm: h };
  try {
    const made = await take(
      client.POST("/api/kit/described", {
        body: {
          name: name.value.trim(),
          kind: kind.value,
          ...sensor,
          megapixels: decimal(megapixels.value),
          max_iso: decimal(highest.value),
          finder: (finder.value || null) as never,
          seen: seen.value,
        },
      }),
    );
    emit("saved", made.slug, made.document.fixed_lens ? [] : lenses.value);
  } catch (error) {
    errors.value = error instanceof ProblemError ? { ...error.places, "": error.message } : { "": sentence(error) };
  }
}
</script>

<template>
  <form class="describe" aria-label="describe a body" @submit.prevent="save">
    <p class="reason">Six answers are enough to begin. Everything else gets the figures of its kind, marked as assumed.</p>
    <label class="file"
      ><span>{{
        busy || (together ? "more of its pictures" : "or from its pictures, the more the better: JPEG, TIFF or raw")
      }}</span
      ><input
        class="visually-hidden"
        type="file"
        multiple
        aria-label="pictures of this camera"
        :disabled="!!busy"
        @change="pictures"
    /></label>
    <button v-if="busy.includes(' of ')" class="button" type="button" @click="enough = true">Enough</button>
    <p v-if="together" class="reason" role="status">
      {{ frame(together.frames) }}: {{ summary }}.<template v-if="others"> Left out: {{ others }}.</template>
    </p>
    <p v-if="errors['/picture']" class="error" role="alert">{{ errors["/picture"] }}</p>
    <div class="row">
      <label for="d-name" class="label">name</label><Written id="d-name" v-model="name" maxlength="80" /><span class="help">{{
        from("name") || "what you call it"
      }}</span>
    </div>
    <p v-if="errors['/name']" class="error" role="alert">{{ errors["/name"] }}</p>
    <div class="row">
      <label for="d-kind" class="label">nearest to</label
      ><Choice id="d-kind" v-model="kind" name="nearest to" :options="listed(choices?.kinds) as Option<Kind>[]" /><span
        class="help"
        >{{ chosen?.reason }}</span
      >
    </div>
    <div class="row">
      <label for="d-size" class="label">sensor</label
      ><Choice
        id="d-size"
        v-model="size"
        name="sensor"
        :options="[...listed(choices?.sizes), { value: '', shown: 'another, typed' }]"
      /><span class="help">{{ from("sensor_width_mm") || "manual, technical data" }}</span>
    </div>
    <div v-if="!size" class="row">
      <span class="label">width × height</span
      ><span class="entry"
        ><Written v-model="typed.width" inputmode="decimal" aria-label="sensor width" />×<Written
          v-model="typed.height"
          inputmode="decimal"
          aria-label="sensor height"
        />mm</span
      >
    </div>
    <p v-if="errors['/sensor'] ?? errors['/sensor_width_mm']" class="error" role="alert">
      {{ errors["/sensor"] ?? errors["/sensor_width_mm"] }}
    </p>
    <div class="row">
      <label for="d-mp" class="label">megapixels</label><Written id="d-mp" v-model="megapixels" inputmode="decimal" /><span
        class="help"
        >{{ from("pixels_wide") || "of the largest picture, such as 24" }}</span
      >
    </div>
    <p v-if="errors['/megapixels']" class="error" role="alert">{{ errors["/megapixels"] }}</p>
    <div class="row">
      <label for="d-iso" class="label">highest ISO</label><Written id="d-iso" v-model="highest" inputmode="numeric" /><span
        class="help"
        >{{
          told.highest_iso
            ? `seen on ${told.highest_iso.source}; put the dial's highest`
            : "such as 25600, without the expanded ones"
        }}</span
      >
    </div>
    <p v-if="errors['/max_iso']" class="error" role="alert">{{ errors["/max_iso"] }}</p>
    <div class="row">
      <label for="d-finder" class="label">finder</label
      ><Choice
        id="d-finder"
        v-model="finder"
        name="finder"
        :options="orNone(`${chosen?.finder ?? ''}, as its kind has`, words?.choices.finder as Option<string>[])"
      /><span class="help">what you look through</span>
    </div>
    <p v-if="lenses.length" class="reason">
      Taken with
      <template v-for="(lens, k) in lenses" :key="lens.name"
        ><template v-if="k">, </template>{{ lens.name }} ({{ lens.focal_min_mm
        }}<template v-if="lens.focal_max_mm !== lens.focal_min_mm"> to {{ lens.focal_max_mm }}</template> mm)</template
      >. {{ lenses.length === 1 ? "It is offered next." : "They are offered next, one after the other." }}
    </p>
    <p class="error" role="alert">{{ errors[""] }}</p>
    <div class="acts">
      <button class="button strong" type="submit">Add it</button>
      <button class="button" type="button" @click="emit('close')">Leave it</button>
      <button class="plain" type="button" @click="emit('byHand')">every figure by hand</button>
    </div>
  </form>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 12px;
  align-items: baseline;
  border-bottom: 1px var(--ruled) var(--rule);
  min-height: 44px;
  padding: 8px 0 4px;
}
.row :deep(.written),
.row :deep(.choice) {
  min-height: 28px;
  width: 100%;
}
.entry {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.help {
  font-size: 12px;
  line-height: 16px;
  color: var(--second);
}
.file {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  text-decoration: underline;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding-top: 14px;
}
.acts > * {
  min-height: 44px;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
  .row :deep(.written),
  .row :deep(.choice) {
    min-height: 44px;
  }
  .help {
    grid-column: 1 / -1;
  }
}
</style>
