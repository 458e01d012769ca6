<script setup lang="ts">
// Rows from elsewhere, pasted or chosen as a file: all or none, each bad one with its line and reason.
import { ref } from 'vue'
import { words } from '../api/client'

const props = defineProps<{
  what: string
  hint: string
  /** Sends the lines, and tells in a sentence what came of them. */
  take: (lines: string) => Promise<string>
}>()
const lines = ref('')
const says = ref('')
const trouble = ref('')

async function choose(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (file) lines.value = await file.text()
}
async function send() {
  says.value = trouble.value = ''
  try {
    says.value = await props.take(lines.value)
    lines.value = ''
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <details class="take-in">
    <summary>{{ what }}</summary>
    <form @submit.prevent="send">
      <p class="sub">{{ hint }}</p>
      <label>A file <input type="file" class="form-control" accept=".csv,text/csv" @change="choose" /></label>
      <label>Or its lines <BFormTextarea v-model="lines" rows="5" required spellcheck="false" /></label>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <BButton type="submit" class="btn-tar">Check and take in</BButton>
    </form>
    <p v-if="says" role="status">{{ says }}</p>
  </details>
</template>
