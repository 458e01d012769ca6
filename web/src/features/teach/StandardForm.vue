<script setup lang="ts">
// A pass rule, said part by part.
import { ref, watch } from 'vue'
import { useCatalogue } from '../../api/catalogue'
import type { Schemas } from '../../api/client'

type Standard = Schemas['Standard']
const props = defineProps<{ standard: Standard; open?: boolean }>()
const emit = defineEmits<{ save: [standard: Standard] }>()
const row = ref(3)
const seconds = ref<number | string>('')
const fingers = ref<number | string>('')
const days = ref<number | string>('')
const untied = ref(true)
const once = ref<Schemas['Condition'][]>([])
const catalogue = useCatalogue()
watch(
  () => props.standard,
  (s) => {
    row.value = s.in_a_row
    seconds.value = s.within_s ?? ''
    fingers.value = s.tail_fingers ?? ''
    days.value = s.lapses_days ?? ''
    untied.value = s.untied ?? false
    once.value = [...(s.once ?? [])]
  },
  { immediate: true },
)
const number = (v: number | string) => (v === '' ? null : Number(v))
const save = () =>
  emit('save', {
    in_a_row: Number(row.value),
    within_s: number(seconds.value),
    once: once.value,
    untied: untied.value,
    tail_fingers: number(fingers.value),
    lapses_days: number(days.value),
  })
</script>

<template>
  <details class="standard" :open="open">
    <summary>Set it</summary>
    <form @submit.prevent="save">
      <label>Right in a row <BFormInput v-model="row" type="number" min="1" max="10" required /></label>
      <label>Each under, seconds <BFormInput v-model="seconds" type="number" min="3" max="600" placeholder="no time" /></label>
      <label>Tail, fingers <BFormInput v-model="fingers" type="number" min="1" max="8" placeholder="not looked at" /></label>
      <label>Lapses after, days <BFormInput v-model="days" type="number" min="7" max="1000" placeholder="never" /></label>
      <label class="tickline"><input v-model="untied" type="checkbox" class="form-check-input" /> untied afterwards</label>
      <label v-for="c in catalogue.lists.conditions" :key="c.id" class="tickline"
        ><input v-model="once" type="checkbox" class="form-check-input" :value="c.id" /> once {{ c.words }}</label
      >
      <BButton type="submit" class="btn-tab">Keep it</BButton>
    </form>
  </details>
</template>
