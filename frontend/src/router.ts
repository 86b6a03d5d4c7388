import { begin, end } from "./api/idle";
import { createRouter, createWebHistory } from "vue-router";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "outings", component: () => import("./views/outings/OutingsView.vue"), meta: { title: "Outings" } },
    {
      path: "/outings/:id(\\d+)",
      name: "day",
      component: () => import("./views/outings/OutingsView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Outings" },
    },
    {
      path: "/situations/:id(\\d+)",
      name: "bench",
      component: () => import("./views/bench/BenchView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Bench" },
    },
    {
      path: "/situations/:id(\\d+)/rehearse",
      name: "rehearse",
      component: () => import("./views/rehearse/RehearseView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Rehearse" },
    },
    {
      path: "/situations/:id(\\d+)/settings",
      name: "settings",
      component: () => import("./views/settings/SettingsView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "All settings" },
    },
    {
      path: "/situations/:id(\\d+)/walk",
      alias: "/situations/:id(\\d+)/load",
      name: "walk",
      component: () => import("./views/walk/WalkView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Through the menus" },
    },
    {
      path: "/outings/:id(\\d+)/checks",
      name: "checks",
      component: () => import("./views/checks/ChecksView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Before the pictures" },
    },
    {
      path: "/outings/:id(\\d+)/slots",
      name: "slots",
      component: () => import("./views/slots/SlotsView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Into the slots" },
    },
    {
      path: "/guide/:slug?",
      name: "guide",
      component: () => import("./views/guide/GuideView.vue"),
      props: true,
      meta: { title: "Settings guide" },
    },
    {
      path: "/kit/bodies/:slug",
      name: "body",
      component: () => import("./views/body/BodyView.vue"),
      props: true,
      meta: { title: "A body's words" },
    },
    {
      path: "/outings/:id(\\d+)/traffic",
      name: "traffic",
      component: () => import("./views/traffic/TrafficView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Cards and links" },
    },
    {
      path: "/outings/:id(\\d+)/review",
      name: "review",
      component: () => import("./views/review/ReviewView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "What came back" },
    },
    {
      path: "/situations/:id(\\d+)/fits",
      name: "fits",
      component: () => import("./views/fits/FitsView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Does it fit me" },
    },
    {
      path: "/kit/bodies/:slug/first",
      name: "first_day",
      component: () => import("./views/first_day/FirstDayView.vue"),
      props: true,
      meta: { title: "The first day with a body" },
    },
    {
      path: "/kit/bodies/:slug/link",
      name: "link",
      component: () => import("./views/link/LinkView.vue"),
      props: (route) => ({ slug: String(route.params.slug), situation: Number(route.query.situation) || 0 }),
      meta: { title: "Plugged in" },
    },
    {
      path: "/outings/:id(\\d+)/fingers",
      alias: "/outings/:id(\\d+)/controls",
      name: "fingers",
      component: () => import("./views/fingers/FingersView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Under the fingers" },
    },
    {
      path: "/cards/:id(\\d+)",
      name: "card",
      component: () => import("./views/card/CardView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Pocket card", bare: true },
    },
    { path: "/kit", name: "kit", component: () => import("./views/kit/KitView.vue"), meta: { title: "Kit" } },
    { path: "/profile", name: "profile", component: () => import("./views/profile/ProfileView.vue"), meta: { title: "Profile" } },
    {
      path: "/enter",
      name: "enter",
      component: () => import("./views/entry/EntryView.vue"),
      meta: { title: "Sign in", open: true },
    },
    {
      path: "/:rest(.*)*",
      name: "nowhere",
      component: () => import("./views/entry/NowhereView.vue"),
      meta: { title: "Nothing here", open: true },
    },
  ],
});
let going = false;
router.beforeEach(() => {
  if (!going) begin();
  going = true;
});
function arrived(): void {
  if (going) end();
  going = false;
}
router.onError(arrived);
router.afterEach((to) => {
  arrived();
  document.title = `${String(to.meta.title)} · Wide Aperture`;
});
