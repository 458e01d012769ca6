<script setup lang="ts">
// Thickness of object and cord: the drawing follows.
import { useObject } from './object'

const object = useObject()
function set(field: 'size_mm' | 'cord_mm', event: Event) {
  const value = Number((event.target as HTMLInputElement).value)
  if (value > 0) object.on = { ...object.on, sized: true, [field]: value }
}
</script>

<template>
  <div class="sizes">
    <label
      >Object, mm <input class="form-control" type="number" min="5" max="2000" :value="object.on.size_mm" @change="set('size_mm', $event)"
    /></label>
    <label
      >Cord, mm
      <input class="form-control" type="number" min="1" max="60" step="0.5" :value="object.on.cord_mm" @change="set('cord_mm', $event)"
    /></label>
  </div>
</template>
