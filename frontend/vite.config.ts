import vue from "@vitejs/plugin-vue";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
  // The minifier folds a width in per cent into the font shorthand, which no browser accepts.
  build: {
    cssMinify: false,
    chunkSizeWarningLimit: 1500,
    // The application, and the page on which the stand-in for a body is handled.
    rollupOptions: { input: ["index.html", "stand-in.html"] },
  },
});
