<script setup lang="ts">
// A part of the page that did not come: why, and asking again.
defineProps<{ what: string; trouble: string }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <p v-if="trouble" class="not-come" role="alert">
    <b class="v no">{{ what }} did not come</b> {{ trouble }} <BButton class="btn-tab" @click="$emit('again')">Ask again</BButton>
  </p>
</template>
