import { VueQueryPlugin } from "@tanstack/vue-query";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import "ant-design-vue/dist/reset.css";
import "./theme/base.css";
import "./theme/page.css";

createApp(App)
  .use(createPinia())
  .use(router)
  .use(VueQueryPlugin, { queryClientConfig: { defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false } } } })
  .mount("#app");
