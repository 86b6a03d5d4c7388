"""The linter's own rule: a promise that a view loses is found by what is written."""

from __future__ import annotations

import json
import subprocess
import unittest

from django.conf import settings

VIEW = """<script setup lang="ts">
import {{ take }} from "@/api/client";
async function asked(): Promise<void> {{}}
const kept = async (): Promise<void> => {{}};
function plain(): void {{}}
function pressed(): void {{
  {line}
}}
</script>

<template><p @click="pressed">here</p></template>
"""
LOST = ("asked();", "kept();", "take(plain());", 'router.push("/");', 'if (plain()) queries.resetQueries({ queryKey: ["kit"] });')
KEPT = ("plain();", "void asked();", 'void router.push("/");', "rows.push(kept());", "router.back();", "{ const asked = plain; asked(); }")


class Promises(unittest.TestCase):
    def test_what_is_lost_is_found_and_what_is_waited_for_or_handed_on_is_not(self) -> None:
        views = [VIEW.format(line=line) for line in (*LOST, *KEPT)]
        code = f"""
            import {{ ESLint }} from "eslint";
            const lint = new ESLint();
            const found = [];
            for (const view of {json.dumps(views)}) found.push((await lint.lintText(view, {{ filePath: "src/Sample.vue" }}))[0].messages);
            console.log(JSON.stringify(found));
        """
        ran = subprocess.run(
            ["node", "--input-type=module", "-e", code],
            cwd=settings.BASE_DIR.parent / "frontend",
            capture_output=True,
            text=True,
            check=True,
        )
        found = [[one["ruleId"] for one in messages] for messages in json.loads(ran.stdout)]
        awaited = ["house/awaited" in rules for rules in found]
        self.assertEqual(awaited, [True] * len(LOST) + [False] * len(KEPT), dict(zip((*LOST, *KEPT), found, strict=True)))
