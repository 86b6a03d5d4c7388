import { createApp } from "vue";
import { applyTheme } from "@/theme/tokens";
import "@/theme/base.css";
import "@/theme/page.css";
import StandIn from "./StandIn.vue";

applyTheme("dusk");
createApp(StandIn).mount("#app");
