<script setup lang="ts">
// A cord as it lies in the hand: its kind, its thickness, wet or dry, sound or worn.
import { useCatalogue } from '../../api/catalogue'
import type { Schemas } from '../../api/client'
import NumberPart from './NumberPart.vue'

type Cord = Schemas['CordDraft']
const props = defineProps<{ cord: Cord; at: string; label: string }>()
const emit = defineEmits<{ take: [cord: Cord] }>()
const catalogue = useCatalogue()
const value = (e: Event) => (e.target as HTMLInputElement).value
/** Another cord is as thick as its kind is. */
const kind = (id: string) => emit('take', { ...props.cord, kind: id, diameter_mm: null })
</script>

<template>
  <span class="cord-part">
    <select class="part" :value="cord.kind" :aria-label="label" @change="kind(value($event))">
      <option v-for="c in catalogue.lists.cords" :key="c.id" :value="c.id">{{ c.name }}</option>
    </select>
    <NumberPart :at="`${at}/diameter_mm`" />
    <select
      class="part"
      :value="cord.wet ? 'wet' : 'dry'"
      :aria-label="`${label}, dry or wet`"
      @change="emit('take', { ...cord, wet: value($event) === 'wet' })">
      <option value="dry">dry</option>
      <option value="wet">wet</option>
    </select>
    <select
      class="part"
      :value="cord.worn ? 'worn' : 'sound'"
      :aria-label="`${label}, sound or worn`"
      @change="emit('take', { ...cord, worn: value($event) === 'worn' })">
      <option value="sound">sound</option>
      <option value="worn">worn</option>
    </select>
  </span>
</template>
