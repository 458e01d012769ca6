<script setup lang="ts">
// One of a list, as a part of the sentence.
defineProps<{ value: string; label: string; of: { id: string; name: string }[] }>()
const emit = defineEmits<{ take: [id: string] }>()
</script>

<template>
  <select class="part" :value="value" :aria-label="label" @change="emit('take', ($event.target as HTMLSelectElement).value)">
    <option v-for="o in of" :key="o.id" :value="o.id">{{ o.name }}</option>
  </select>
</template>
