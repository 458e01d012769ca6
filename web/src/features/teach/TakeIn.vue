<script setup lang="ts">
// Tries logged elsewhere, pasted or chosen as a file: all rows or none, each bad row with its line and reason.
import { ref } from 'vue'
import { api, got, words } from '../../api/client'

const props = defineProps<{ course: number }>()
const emit = defineEmits<{ taken: [] }>()
const lines = ref('')
const says = ref('')
const trouble = ref('')
const example = 'learner, knot, at, result, seconds'

async function choose(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (file) lines.value = await file.text()
}
async function take() {
  says.value = trouble.value = ''
  try {
    const params = { path: { id: props.course } }
    says.value = (await got(api.POST('/api/courses/{id}/tries', { params, body: { lines: lines.value } }))).says
    lines.value = ''
    emit('taken')
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <details class="take-in">
    <summary>Take tries in from another log</summary>
    <form @submit.prevent="take">
      <p class="sub">The names of the columns first, such as {{ example }}; then a line a try. One that is here already is left out.</p>
      <label>A file <BFormInput type="file" accept=".csv,text/csv" @change="choose" /></label>
      <label>Or its lines <BFormTextarea v-model="lines" rows="5" required spellcheck="false" /></label>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <BButton type="submit" class="btn-tar">Check and take in</BButton>
    </form>
    <p v-if="says" role="status">{{ says }}</p>
  </details>
</template>
