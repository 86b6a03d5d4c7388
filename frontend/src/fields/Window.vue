<script setup lang="ts">
import { Modal } from "ant-design-vue";
import { nextTick, onBeforeUnmount, onMounted, ref } from "vue";
import Themed from "@/theme/Themed.vue";

/** A window that asks for something before one goes on. It takes the focus and gives it back: without a motion the library does neither, nor hears Escape. */
defineProps<{ title: string; okText: string; cancelText?: string }>();
const emit = defineEmits<{ ok: []; cancel: [] }>();
const open = ref(false);
const came = document.activeElement;
onMounted(async () => {
  open.value = true;
  await nextTick();
  await nextTick();
  document.querySelector<HTMLElement>(".asks :is(.ant-modal-body :is(input, textarea), .ant-modal-footer button)")?.focus();
});
onBeforeUnmount(() => {
  if (came instanceof HTMLElement && came.isConnected) came.focus();
});
</script>

<template>
  <Themed>
    <Modal
      :open="open"
      wrap-class-name="asks"
      :title="title"
      :ok-text="okText"
      :cancel-text="cancelText ?? 'Cancel'"
      :transition-name="''"
      :mask-transition-name="''"
      @ok="emit('ok')"
      @cancel="emit('cancel')"
    >
      <slot></slot>
    </Modal>
  </Themed>
</template>
