import js from "@eslint/js";
import prettier from "eslint-config-prettier";
import vue from "eslint-plugin-vue";
import globals from "globals";
import ts from "typescript-eslint";
import awaited from "./lint/awaited.js";

export default [
  { ignores: ["dist/", "src/api/schema.d.ts", "src/stand_in/schema.d.ts"] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs["flat/recommended"],
  {
    files: ["**/*.vue", "**/*.ts"],
    languageOptions: { globals: globals.browser, parserOptions: { parser: ts.parser } },
    rules: {
      "vue/multi-word-component-names": "off",
      "vue/require-default-prop": "off",
      "@typescript-eslint/no-unused-vars": ["error", { varsIgnorePattern: "^_" }],
    },
  },
  // A promise that nobody waits for is an error: by types where things are asked for and kept, by what is written in views.
  {
    files: ["src/**/*.ts"],
    languageOptions: { parserOptions: { projectService: true } },
    rules: { "@typescript-eslint/no-floating-promises": "error" },
  },
  {
    files: ["**/*.vue"],
    plugins: { house: { rules: { awaited } } },
    rules: { "house/awaited": "error" },
  },
  prettier,
];
