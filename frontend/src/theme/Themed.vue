<script setup lang="ts">
import { ConfigProvider } from "ant-design-vue";
import { useTheme } from "@/stores/theme";
import { componentTheme } from "./tokens";
import "./parts.css";

/** The library's components, drawn in the theme that is on: only where one is used, so that other pages do without the library. */
const theme = useTheme();
</script>

<template>
  <ConfigProvider :theme="componentTheme(theme.name)" :auto-insert-space-in-button="false"><slot /></ConfigProvider>
</template>
