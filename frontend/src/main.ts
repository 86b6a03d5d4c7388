import { VueQueryPlugin } from "@tanstack/vue-query";
import { createPinia } from "pinia";
import { createApp } from "vue";
import { unreached } from "./api/unreached";
import App from "./App.vue";
import { router } from "./router";
import "ant-design-vue/dist/reset.css";
import "./theme/base.css";
import "./theme/page.css";

/** How often what was not answered is asked again, after one second, two and so on, before the page says so. */
const TRIES = 2;

createApp(App)
  .use(createPinia())
  .use(router)
  .use(VueQueryPlugin, {
    queryClientConfig: {
      defaultOptions: {
        queries: { retry: (failures, error) => unreached(error) && failures < TRIES, refetchOnWindowFocus: false },
      },
    },
  })
  .mount("#app");
