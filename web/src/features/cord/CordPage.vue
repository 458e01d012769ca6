<script setup lang="ts">
// The cord in the kit.
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type Piece, type Schemas } from '../../api/client'
import { useOutbox } from '../../app/outbox'
import { byItself } from '../../app/told'
import TwoVersions from '../../app/TwoVersions.vue'
import NotCome from '../../ui/NotCome.vue'
import FindCord from './FindCord.vue'
import KitFiles from './KitFiles.vue'
import '../../styles/piece.css'

type LaidPiece = Schemas['LaidPiece']
const catalogue = useCatalogue()
const outbox = useOutbox()
const gone = ref<Piece>()
const options = computed(() => catalogue.lists.cords.map((k) => ({ value: k.id, text: k.name })))
const fresh = ref({ name: '', kind: 'paracord-iii', length: '' })
const ways = computed(() => catalogue.lists.laid.map((w) => ({ value: w.id, text: w.words })))
const way = useLocalStorage<Schemas['LaidOut']>('umbet-kit-way', 'name')

const path = (c: Piece) => `/api/cords/${c.id}`
// What this browser still has to send comes before what was kept.
const mine = <T extends Piece>(c: T): T => ({ ...c, ...outbox.at(path(c))?.body })
const {
  answer: groups,
  trouble: notCome,
  again,
} = useAsked(async () => {
  const laid = await got(api.GET('/api/kit/laid', { params: { query: { by: way.value } } }))
  return laid.map((g) => ({ ...g, pieces: g.pieces.map(mine) }))
})
watch(way, () => byItself(again()))
const { trouble, attempt } = useAttempt(again)
const stands = (c: Piece, now: Partial<Piece>) => {
  const put = (k: LaidPiece) => (k.id === c.id ? { ...k, ...now } : k)
  groups.value = groups.value?.map((g) => ({ ...g, pieces: g.pieces.map(put) }))
}
/** Under the head of its place it need not be said again. */
const saysWhere = (c: Piece) => way.value !== 'place' || c.held_by || c.retired || c.shaken

const add = () =>
  attempt(async () => {
    await got(api.POST('/api/cords', { body: fresh.value }))
    fresh.value = { ...fresh.value, name: '' }
  })

const written = ({ name, kind, length, diameter_mm, note, colour, place, ends, made, version }: Piece) => {
  return { name, kind, length, diameter_mm, note, colour, place, ends, made, version }
}
async function change(c: Piece, e: Event) {
  trouble.value = ''
  try {
    const now = { ...c, length: (e.target as HTMLInputElement).value }
    stands(c, (await outbox.put<Piece>(path(c), written(now), written(c))) ?? now)
  } catch (err) {
    trouble.value = `${c.name}: ${words(err)}`
  }
}
const parts = [
  { field: 'name', says: 'Name' },
  { field: 'kind', says: 'Kind', reads: (id: string) => options.value.find((k) => k.value === id)?.text ?? id },
  { field: 'length', says: 'Length' },
  { field: 'diameter_mm', says: 'Thickness, mm' },
  { field: 'colour', says: 'Colour' },
  { field: 'place', says: 'Place' },
  { field: 'ends', says: 'Ends' },
  { field: 'made', says: 'Made in its end', reads: (id: string) => (id ? catalogue.named(id) : '') },
  { field: 'note', says: 'Note' },
]

async function remove(c: Piece) {
  if (await attempt(() => got(api.DELETE('/api/cords/{id}', { params: { path: { id: c.id } } })))) gone.value = c
}
async function undo() {
  const c = gone.value
  gone.value = undefined
  if (c) await attempt(() => got(api.POST('/api/cords/{id}/restore', { params: { path: { id: c.id } } })))
}
</script>

<template>
  <section class="page">
    <h1>Cord in the kit</h1>
    <NotCome what="The kit" :trouble="notCome" @again="again" />
    <p v-if="gone" class="put-away" role="status">{{ gone.name }} was taken out. <BButton class="btn-tab" @click="undo">Undo</BButton></p>
    <p v-if="groups && !groups.length" class="mt-3">No cord in the kit yet. Measure one hank and it can be cut.</p>
    <div v-if="groups?.length" class="kit-tools">
      <label>Laid out <BFormSelect v-model="way" :options="ways" /></label>
      <RouterLink to="/cord/week" class="btn btn-tab">Cord of a week</RouterLink>
    </div>
    <FindCord v-if="groups?.length" />
    <template v-for="g in groups" :key="g.head">
      <h2 v-if="g.head" class="kit-group">
        {{ g.head }} <span class="sub">{{ g.says }}</span>
      </h2>
      <ul class="hanks">
        <li v-for="c in g.pieces" :key="c.id" :class="{ retired: c.retired }">
          <div class="hank-name">
            <b
              ><RouterLink :to="`/cord/${c.id}`">{{ c.name }}</RouterLink></b
            ><span class="sub">{{ c.says }} {{ c.note }}</span
            ><span v-if="saysWhere(c)" class="sub hank-at" :class="{ out: c.held_by || c.retired }">{{ c.stands }}</span>
          </div>
          <div class="hank-bar" :class="{ 'is-out': c.held_by, 'is-shaken': c.shaken, 'is-looped': c.made }" aria-hidden="true">
            <span :style="{ width: `${c.share * 100}%` }" />
          </div>
          <label class="hank-length"
            ><span class="visually-hidden">Length of {{ c.name }}</span
            ><input class="form-control" :value="c.length" :disabled="Boolean(c.retired)" @change="change(c, $event)"
          /></label>
          <BButton class="btn-bare" variant="link" @click="remove(c)"
            >Take out<span class="visually-hidden"> {{ c.name }}</span></BButton
          >
          <TwoVersions :path="path(c)" :what="c.name" :parts="parts" @stands="stands(c, $event)" />
        </li>
      </ul>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <form class="inline-form" @submit.prevent="add">
      <label>A new hank <BFormInput v-model="fresh.name" required maxlength="80" autocomplete="off" /></label>
      <label>Kind <BFormSelect v-model="fresh.kind" :options="options" /></label>
      <label
        >Length <BFormInput v-model="fresh.length" required autocomplete="off" :placeholder="`so many ${catalogue.lists.typed_in.length}`"
      /></label>
      <BButton type="submit" class="btn-tar">Add it</BButton>
    </form>
    <KitFiles @changed="byItself(again())" />
  </section>
</template>
