<script setup lang="ts">
// What a piece is besides its length: thickness, colour, place, ends, what is made in its end; changed here.
import { computed, ref, watch } from 'vue'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type Piece, type Schemas } from '../../api/client'

const props = defineProps<{ piece: Piece; attempt: (run: () => Promise<unknown>) => Promise<boolean> }>()
const catalogue = useCatalogue()
const form = (c: Piece) => ({
  name: c.name,
  thickness: c.thickness,
  colour: c.colour,
  place: c.place,
  ends: c.ends,
  made: c.made,
  note: c.note,
})
const now = ref(form(props.piece))
watch(
  () => props.piece.version,
  () => (now.value = form(props.piece)),
)
const ends = computed(() => catalogue.lists.ends.map((e) => ({ value: e.id, text: e.words })))
const made = computed(() => [
  { value: '', text: 'nothing' },
  ...catalogue.lists.made_ends.map((value) => ({ value, text: catalogue.lists.names[value] ?? value })),
])
const wraps = ref({ turns: '20', along: '' })
const measured = ref<Schemas['WrapsWords']>()
const trouble = ref('')

async function measure() {
  trouble.value = ''
  try {
    const query = { turns: Number(wraps.value.turns), along: wraps.value.along }
    measured.value = await got(api.GET('/api/kit/wraps', { params: { query } }))
    now.value.thickness = measured.value.thickness
  } catch (e) {
    trouble.value = words(e)
  }
}
function keep() {
  const { kind, length_m, version } = props.piece
  const body = { ...now.value, kind, length_m, version }
  return props.attempt(() => got(api.PUT('/api/cords/{id}', { params: { path: { id: props.piece.id } }, body })))
}
</script>

<template>
  <details class="take-in">
    <summary>Change what it is</summary>
    <form @submit.prevent="keep">
      <label>Name <BFormInput v-model="now.name" maxlength="80" required autocomplete="off" /></label>
      <label>Colour <BFormInput v-model="now.colour" maxlength="80" autocomplete="off" /></label>
      <label>Place: a bag, a hook <BFormInput v-model="now.place" maxlength="80" autocomplete="off" /></label>
      <label>Ends <BFormSelect v-model="now.ends" :options="ends" /></label>
      <label>Made in its end <BFormSelect v-model="now.made" :options="made" /></label>
      <label>Thickness <BFormInput v-model="now.thickness" autocomplete="off" placeholder="its kind's own" /></label>
      <label>Note <BFormTextarea v-model="now.note" rows="2" maxlength="2000" /></label>
      <BButton type="submit" class="btn-tar">Keep it so</BButton>
    </form>
    <form class="wraps" @submit.prevent="measure">
      <p class="sub">No calliper? Wind it round a pencil, turns side by side, and measure along them.</p>
      <label>Turns <BFormInput v-model="wraps.turns" inputmode="numeric" autocomplete="off" /></label>
      <label
        >take <BFormInput v-model="wraps.along" autocomplete="off" :placeholder="`so many ${catalogue.lists.typed_in.thickness}`"
      /></label>
      <BButton type="submit" class="btn-tab">How thick is it?</BButton>
      <p v-if="measured" role="status">{{ measured.says }}</p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    </form>
  </details>
</template>
