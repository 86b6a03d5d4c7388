import { createRouter, createWebHistory } from "vue-router";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "outings", component: () => import("./views/outings/OutingsView.vue"), meta: { title: "Outings" } },
    {
      path: "/situations/:id(\\d+)",
      name: "bench",
      component: () => import("./views/bench/BenchView.vue"),
      props: (route) => ({ id: Number(route.params.id) }),
      meta: { title: "Bench" },
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
router.afterEach((to) => {
  document.title = `${String(to.meta.title)} · Wide Aperture`;
});
