<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, defineAsyncComponent, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { awaited } from "@/api/idle";
import { client, take } from "@/api/client";
import { useGuide, useKit, useMe, useOutings } from "@/api/queries";
import { offer, type Over } from "@/keys/actions";
import Unreached from "./Unreached.vue";
import { dayAt } from "@/days";
import { useTheme } from "@/stores/theme";
import { THEMES } from "@/theme/tokens";

const theme = useTheme();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const { data: me } = useMe();
/** The list of keys and the palette come when first asked for; over: which of them is. What could not come is asked for again. */
const over = ref<Over>();
const overlaid = ref(false);
const Overlay = defineAsyncComponent({
  loader: () => awaited(import("@/keys/Overlay.vue")),
  onError: (_error, _again, fail) => {
    overlaid.value = false;
    fail();
  },
});
function show(which: Over): void {
  over.value = which;
  overlaid.value = true;
}
const Knocked = defineAsyncComponent(() => import("@/views/profile/Knocked.vue"));
const bare = computed(() => !!route.meta.bare);

watch([me, () => route.name], () => {
  if (me.value && !me.value.name && route.name && !route.meta.open)
    void router.replace({ name: "enter", query: { to: route.fullPath } });
});

async function signOut(): Promise<void> {
  await take(client.DELETE("/api/session"));
  queries.clear();
  await router.push({ name: "enter" });
  await queries.invalidateQueries();
}

const PLACES = [
  { name: "outings", label: "Outings" },
  { name: "kit", label: "Kit" },
  { name: "guide", label: "Guide" },
  { name: "profile", label: "Profile" },
];
const leave = offer([
  { id: "keys", label: "List the keys", keys: "Shift+?", run: () => show("keys") },
  { id: "palette", label: "Find anything", keys: "/", run: () => show("palette") },
  { id: "palette2", label: "Find anything", keys: "$mod+k", hidden: true, run: () => show("palette") },
  { id: "theme", label: "Next theme: paper, dusk, red lamp", keys: "t", run: () => theme.next() },
  { id: "go-outings", label: "Go to Outings", keys: "g o", run: () => void router.push({ name: "outings" }) },
  { id: "go-kit", label: "Go to Kit", keys: "g k", run: () => void router.push({ name: "kit" }) },
  { id: "go-guide", label: "Go to the settings guide", keys: "g s", run: () => void router.push({ name: "guide" }) },
  { id: "go-profile", label: "Go to Profile", keys: "g p", run: () => void router.push({ name: "profile" }) },
  { id: "sign-out", label: "Sign out", run: () => void signOut() },
]);
onUnmounted(leave);

/** Screens of a day, for the palette. */
const OF_A_DAY = [
  { name: "slots", label: "Into the slots" },
  { name: "fingers", label: "Under the fingers" },
  { name: "traffic", label: "Cards and links" },
  { name: "checks", label: "Before the pictures" },
  { name: "review", label: "What came back" },
];
const { data: outings } = useOutings();
const { data: kit } = useKit();
/** The day one is at, or the next: the palette begins with its pictures. */
const atDay = computed(() => dayAt(outings.value ?? [], String(route.name), Number(route.params.id)));
let drop = () => {};
watch([outings, kit, atDay], ([days, pieces, at]) => {
  drop();
  drop = offer([
    ...(days ?? []).flatMap((day) => [
      ...day.situations.map((s) => ({
        id: `situation-${s.id}`,
        label: `${s.starts_at} ${s.title}`,
        first: day === at,
        run: () => void router.push({ name: "bench", params: { id: s.id } }),
      })),
      ...OF_A_DAY.map((screen) => ({
        id: `${screen.name}-${day.id}`,
        label: `${screen.label}: ${day.title}`,
        run: () => void router.push({ name: screen.name, params: { id: day.id } }),
      })),
    ]),
    ...(pieces?.bodies ?? []).map((body) => ({
      id: `first-${body.slug}`,
      label: `The first day with ${body.document.name}`,
      run: () => void router.push({ name: "first_day", params: { slug: body.slug } }),
    })),
  ]);
});
const { data: guide } = useGuide();
watch(
  guide,
  (found) =>
    offer(
      (found?.settings ?? []).map((s) => ({
        id: `setting-${s.slug}`,
        label: `Setting: ${s.label}`,
        run: () => void router.push({ name: "guide", params: { slug: s.slug } }),
      })),
    ),
  { immediate: true },
);
</script>

<template>
  <header v-if="!bare" class="head">
    <RouterLink :to="{ name: 'outings' }" class="mark">Wide Aperture</RouterLink>
    <div id="head-place" class="place"></div>
    <nav v-if="me?.name" aria-label="screens">
      <RouterLink v-for="place in PLACES" :key="place.name" :to="{ name: place.name }">{{ place.label }}</RouterLink>
    </nav>
    <div class="tail">
      <button class="plain" :aria-label="`theme: ${THEMES[theme.name].label}; go on to the next`" @click="theme.next()">
        {{ THEMES[theme.name].label }}
      </button>
      <button class="plain" @click="show('palette')"><kbd>/</kbd> find</button>
      <button class="plain on-desk" @click="show('keys')"><kbd>?</kbd> keys</button>
      <button v-if="me?.name" class="plain on-desk" @click="signOut">sign out</button>
    </div>
  </header>
  <Knocked v-if="me?.knocks && !bare" :knocks="me.knocks" />
  <Unreached />
  <RouterView />
  <Overlay v-if="overlaid" v-model:over="over" />
</template>

<style scoped>
.head {
  min-height: 48px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  padding: 0 24px;
  gap: 0 18px;
  border-bottom: 1px solid var(--ink);
}
.mark {
  font-weight: 640;
  font-stretch: 118%;
  letter-spacing: 0.01em;
  text-decoration: none;
}
.place {
  display: flex;
  gap: 18px;
  align-items: center;
  min-width: 0;
}
nav {
  display: flex;
  gap: 14px;
}
nav a,
.mark,
.tail button {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
nav a {
  text-decoration: none;
}
nav a.router-link-exact-active {
  text-decoration: underline;
  text-decoration-thickness: 2px;
}
.tail {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  align-items: center;
  color: var(--second);
  font-stretch: 88%;
}
.tail button {
  text-decoration: none;
}
/* On a phone two rows: where one is, and where one can go; keys and signing out are found by "find". */
@media (max-width: 700px) {
  .head {
    padding: 0 16px;
    gap: 0 14px;
  }
  .place {
    flex: 1 1 62%;
    min-height: 44px;
    overflow: hidden;
    white-space: nowrap;
  }
  #head-place :deep(.outing.outing) {
    display: none;
  }
  .head .place :deep(.place) {
    flex-wrap: nowrap;
    gap: 0 10px;
  }
  .mark:has(+ .place:not(:empty)) {
    font-size: 0;
  }
  .mark:has(+ .place:not(:empty))::after {
    content: "WA";
    font-size: 14px;
  }
  .tail {
    flex-wrap: nowrap;
    gap: 0 10px;
  }
  .head .tail .on-desk {
    display: none;
  }
}
</style>
