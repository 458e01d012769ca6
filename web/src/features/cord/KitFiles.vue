<script setup lang="ts">
// The kit on paper and in tables: labels to print, rows out and in.
import { api, got } from '../../api/client'
import TakeIn from '../../ui/TakeIn.vue'

const emit = defineEmits<{ /** The kit is another now. */ changed: [] }>()
const says = (rows: number, one: string, many: string) => (rows === 1 ? `One ${one}.` : `${rows} ${many}.`)
async function takePieces(lines: string) {
  const { rows } = await got(api.POST('/api/kit', { body: { lines } }))
  emit('changed')
  return says(rows, 'piece came in', 'pieces came in')
}
async function takeDeeds(lines: string) {
  const { rows } = await got(api.POST('/api/kit/deeds', { body: { lines } }))
  emit('changed')
  return says(rows, 'deed done', 'deeds done')
}
</script>

<template>
  <section aria-label="Labels and tables" class="kit-files">
    <h2>Labels and tables</h2>
    <p class="kit-out">
      <BButton class="btn-tab" href="/api/kit/labels.pdf" download>Labels, PDF</BButton>
      <BButton class="btn-tab" href="/api/kit.csv" download>Kit, CSV</BButton>
      <BButton class="btn-tab" href="/api/kit/ledger.csv" download>Ledger, CSV</BButton>
    </p>
    <TakeIn
      what="Take pieces in"
      hint="The names of the columns first: name, kind, length m; besides these, if you like: thickness mm, colour, place, ends, made in its end, note"
      :take="takePieces" />
    <TakeIn
      what="Take deeds in"
      hint="The names of the columns first: piece, deed (cut, issued, returned, shaken, inspected, retired); besides these: length m, times, about, who, note"
      :take="takeDeeds" />
  </section>
</template>
