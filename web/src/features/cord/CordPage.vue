<script setup lang="ts">
// The cord in the kit.
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type CatalogueWords, type KitCord } from '../../api/client'
import { useOutbox } from '../../app/outbox'
import { byItself } from '../../app/told'
import TwoVersions from '../../app/TwoVersions.vue'
import NotCome from '../../ui/NotCome.vue'
import FindCord from './FindCord.vue'
import KitFiles from './KitFiles.vue'
import '../../styles/piece.css'

const catalogue = useCatalogue()
const outbox = useOutbox()
const kinds = computed(() => catalogue.lists.cords)
const gone = ref<KitCord>()
const fresh = ref({ name: '', kind: 'paracord-iii', length_m: '10' })
const kind = (id: string) => kinds.value.find((k) => k.id === id)
const options = computed(() => kinds.value.map((k) => ({ value: k.id, text: k.name })))
const longest = computed(() => Math.max(1, ...(cords.value ?? []).map((c) => c.length_m)))

const path = (c: KitCord) => `/api/cords/${c.id}`
// What this browser still has to send comes before what was kept.
const {
  answer: cords,
  trouble: notCome,
  again,
} = useAsked(async () => (await got(api.GET('/api/cords'))).map((c) => ({ ...c, ...outbox.at(path(c))?.body }) as KitCord))
const { trouble, attempt } = useAttempt(again)
const stands = (c: KitCord, now: Partial<KitCord>) => (cords.value = cords.value?.map((k) => (k.id === c.id ? { ...k, ...now } : k)))

/** A length as it was typed. */
function metres(text: string) {
  const m = Number(text.trim().replace(',', '.'))
  if (text.trim() === '' || Number.isNaN(m)) throw new Error('Give the length in metres as a number, such as 12.5.')
  return m
}
const add = () =>
  attempt(async () => {
    const { name, kind, length_m } = fresh.value
    await got(api.POST('/api/cords', { body: { name, kind, length_m: metres(length_m) } }))
    fresh.value = { ...fresh.value, name: '' }
  })

const written = ({ name, kind, length_m, diameter_mm, note, colour, place, ends, made, version }: KitCord) => {
  return { name, kind, length_m, diameter_mm, note, colour, place, ends, made, version }
}
const ways = [
  { value: 'name', text: 'by name' },
  { value: 'place', text: 'by bag and hook' },
  { value: 'kind', text: 'by kind' },
  { value: 'free', text: 'by what is free' },
]
const way = useLocalStorage('umbet-kit-way', 'name')
/** What a piece is put under. */
function heading(c: KitCord) {
  if (way.value === 'place') return c.place || 'No place written'
  if (way.value === 'kind') return kind(c.kind)?.name ?? c.kind
  if (way.value !== 'free') return ''
  return c.retired ? 'Retired' : c.held_by ? 'Out' : c.shaken ? 'To be looked over' : 'Free'
}
const groups = computed(() => {
  const all = new Map<string, KitCord[]>()
  for (const c of cords.value ?? []) all.set(heading(c), [...(all.get(heading(c)) ?? []), c])
  return [...all].map(([name, pieces]) => ({ name, pieces })).sort((a, b) => a.name.localeCompare(b.name))
})
const metresOf = (pieces: KitCord[]) => pieces.filter((c) => !c.retired).reduce((sum, c) => sum + c.length_m, 0)
/** Where it is, or why it is not to be had. */
const whereabouts = (c: KitCord) =>
  c.retired
    ? `Retired: ${c.retired}`
    : c.held_by
      ? `Out with ${c.held_by}`
      : [
          way.value === 'place' ? '' : c.place,
          c.worn ? 'worn' : '',
          c.shaken ? 'took a jerk: look it over' : '',
          c.joint ? 'a bend in it' : '',
        ]
          .filter(Boolean)
          .join(', ')
async function change(c: KitCord, e: Event) {
  trouble.value = ''
  try {
    const now = { ...c, length_m: metres((e.target as HTMLInputElement).value) }
    stands(c, (await outbox.put<KitCord>(path(c), written(now), written(c))) ?? now)
  } catch (err) {
    trouble.value = `${c.name}: ${words(err)}`
  }
}
const parts = [
  { field: 'name', says: 'Name' },
  { field: 'kind', says: 'Kind', reads: (id: string) => kind(id)?.name ?? id },
  { field: 'length_m', says: 'Length, m' },
  { field: 'diameter_mm', says: 'Thickness, mm' },
  { field: 'colour', says: 'Colour' },
  { field: 'place', says: 'Place' },
  { field: 'ends', says: 'Ends' },
  { field: 'made', says: 'Made in its end', reads: (id: string) => (id ? (catalogue.lists.names[id] ?? id) : '') },
  { field: 'note', says: 'Note' },
]

async function remove(c: KitCord) {
  if (await attempt(() => got(api.DELETE('/api/cords/{id}', { params: { path: { id: c.id } } })))) gone.value = c
}
async function undo() {
  const c = gone.value
  gone.value = undefined
  if (c) await attempt(() => got(api.POST('/api/cords/{id}/restore', { params: { path: { id: c.id } } })))
}
const band = (k?: CatalogueWords['cords'][number]) => (k ? `${k.strength_words} new` : '')
</script>

<template>
  <section class="page">
    <h1>Cord in the kit</h1>
    <NotCome what="The kit" :trouble="notCome" @again="again" />
    <p v-if="gone" class="put-away" role="status">{{ gone.name }} was taken out. <BButton class="btn-tab" @click="undo">Undo</BButton></p>
    <p v-if="cords && !cords.length" class="mt-3">No cord in the kit yet. Measure one hank and it can be cut.</p>
    <div v-if="cords?.length" class="kit-tools">
      <label>Laid out <BFormSelect v-model="way" :options="ways" /></label>
      <RouterLink to="/cord/week" class="btn btn-tab">Cord of a week</RouterLink>
    </div>
    <FindCord v-if="cords?.length" />
    <template v-for="g in groups" :key="g.name">
      <h2 v-if="g.name" class="kit-group">
        {{ g.name }}
        <span class="sub"
          >{{ g.pieces.length === 1 ? 'one piece' : `${g.pieces.length} pieces` }}, {{ metresOf(g.pieces).toFixed(1) }} m</span
        >
      </h2>
      <ul class="hanks">
        <li v-for="c in g.pieces" :key="c.id" :class="{ retired: c.retired }">
          <div class="hank-name">
            <b
              ><RouterLink :to="`/cord/${c.id}`">{{ c.name }}</RouterLink></b
            ><span class="sub"
              >{{ kind(c.kind)?.name }}, {{ band(kind(c.kind)) }}<template v-if="c.note">. {{ c.note }}</template></span
            ><span v-if="whereabouts(c)" class="sub hank-at" :class="{ out: c.held_by || c.retired }">{{ whereabouts(c) }}</span>
          </div>
          <div class="hank-bar" :class="{ 'is-out': c.held_by, 'is-shaken': c.shaken, 'is-looped': c.made }" aria-hidden="true">
            <span :style="{ width: `${(c.length_m / longest) * 100}%` }" />
          </div>
          <label class="hank-length"
            ><span class="visually-hidden">Length of {{ c.name }}, m</span
            ><input
              class="form-control"
              inputmode="decimal"
              :value="c.length_m"
              :disabled="Boolean(c.retired)"
              @change="change(c, $event)" />
            m</label
          >
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
      <label>Length, m <BFormInput v-model="fresh.length_m" inputmode="decimal" required autocomplete="off" /></label>
      <BButton type="submit" class="btn-tar">Add it</BButton>
    </form>
    <KitFiles @changed="byItself(again())" />
  </section>
</template>
