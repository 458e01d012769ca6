<script setup lang="ts">
// What is done with a piece: cut, joined, given out, taken back, looked over, retired; each written into the ledger.
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import { useCatalogue } from '../../api/catalogue'
import { api, got, type Piece, type Schemas } from '../../api/client'

const props = defineProps<{
  piece: Piece
  care: Schemas['PieceCare']
  attempt: (run: () => Promise<unknown>) => Promise<boolean>
}>()
const trouble = defineModel<string>('trouble', { required: true })
const catalogue = useCatalogue()
const nothing = { cut: '', times: '1', name: '', to: '', place: '', reason: '', note: '', with: 0 }
const fresh = ref({ ...nothing, who: '', knot: 'double-fishermans' })
const cutOff = ref<Piece[]>([])
const { answer: kit } = useAsked(() => got(api.GET('/api/cords')))
const joinable = computed(() =>
  (kit.value ?? []).filter((c) => c.id !== props.piece.id && c.kind === props.piece.kind && !c.held_by && !c.retired && !c.joint),
)
const others = computed(() => joinable.value.map((c) => ({ value: c.id, text: c.named })))
const bends = computed(() => catalogue.lists.bends.map((value) => ({ value, text: catalogue.lists.names[value] ?? value })))

/** Does something with it, and writes down who did. */
function deed(what: Schemas['Deed']) {
  return props.attempt(async () => {
    const { who, note, knot } = fresh.value
    const body = { deed: what, who, note, version: props.piece.version }
    const done = await got(api.POST('/api/cords/{id}/deeds', { params: { path: { id: props.piece.id } }, body }))
    cutOff.value = done.cut_off
    fresh.value = { ...nothing, who, knot }
  })
}
const cut = () => deed({ what: 'cut', length: fresh.value.cut, name: fresh.value.name, times: Number(fresh.value.times) })
function join() {
  const other = joinable.value.find((c) => c.id === Number(fresh.value.with))
  if (!other) {
    trouble.value = 'Say which piece is bent on to it.'
    return
  }
  return deed({ what: 'joined', with: other.id, with_version: other.version, knot: fresh.value.knot })
}
</script>

<template>
  <section v-if="!piece.retired" class="deeds" aria-label="What is done with it">
    <h2>What is done with it</h2>
    <p v-if="cutOff.length" role="status">
      Cut:
      <template v-for="(c, i) in cutOff" :key="c.id"
        ><template v-if="i">, </template><RouterLink :to="`/cord/${c.id}`">{{ c.name }}</RouterLink></template
      >, {{ cutOff[0]?.length }}{{ cutOff.length > 1 ? ' each' : '' }}. Finish the raw ends.
    </p>
    <label>Done by <BFormInput v-model="fresh.who" maxlength="80" autocomplete="off" placeholder="a name, if you like" /></label>
    <form v-if="!piece.held_by" @submit.prevent="cut">
      <label
        >Cut off <BFormInput v-model="fresh.cut" required autocomplete="off" :placeholder="`so many ${catalogue.lists.typed_in.length}`"
      /></label>
      <label>times <BFormInput v-model="fresh.times" type="number" min="1" max="60" required /></label>
      <label>called <BFormInput v-model="fresh.name" maxlength="76" required autocomplete="off" /></label>
      <BButton type="submit" class="btn-tab">Cut it</BButton>
    </form>
    <form v-if="piece.held_by" @submit.prevent="deed({ what: 'returned', place: fresh.place })">
      <label>Back to <BFormInput v-model="fresh.place" maxlength="80" autocomplete="off" :placeholder="piece.place" /></label>
      <BButton type="submit" class="btn-tab">Take it back</BButton>
    </form>
    <form v-else @submit.prevent="deed({ what: 'issued', to: fresh.to })">
      <label>Give it to <BFormInput v-model="fresh.to" maxlength="80" required autocomplete="off" /></label>
      <BButton type="submit" class="btn-tab">Give it out</BButton>
    </form>
    <form v-if="!piece.held_by && !piece.joint && others.length" @submit.prevent="join">
      <label>Bend on <BFormSelect v-model="fresh.with" :options="[{ value: 0, text: 'which piece?' }, ...others]" /></label>
      <label>with <BFormSelect v-model="fresh.knot" :options="bends" /></label>
      <BButton type="submit" class="btn-tab">Join them</BButton>
    </form>
    <div v-if="!piece.held_by" class="look-over">
      <h3>Look it over</h3>
      <ul>
        <li v-for="c in care.checks" :key="c">{{ c }}</li>
      </ul>
      <p class="sub">{{ care.when }}</p>
      <BButton class="btn-tab" @click="deed({ what: 'inspected', worn: false })">It is sound</BButton>
      <BButton class="btn-tab" @click="deed({ what: 'inspected', worn: true })">It is worn</BButton>
    </div>
    <p v-if="!piece.shaken">
      <BButton class="btn-bare" variant="link" @click="deed({ what: 'shaken' })">It took a jerk</BButton>
    </p>
    <form @submit.prevent="deed({ what: 'retired', reason: fresh.reason })">
      <label>Retire it, because <BFormInput v-model="fresh.reason" maxlength="80" required autocomplete="off" /></label>
      <BButton type="submit" class="btn-bare" variant="link">Retire it</BButton>
    </form>
  </section>
</template>
