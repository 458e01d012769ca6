<script setup lang="ts">
// The cord in the kit.
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type CatalogueWords, type KitCord } from '../../api/client'
import { useOutbox } from '../../app/outbox'
import TwoVersions from '../../app/TwoVersions.vue'
import NotCome from '../../ui/NotCome.vue'

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

const written = ({ name, kind, length_m, diameter_mm, note, colour, place, ends, version }: KitCord) => {
  return { name, kind, length_m, diameter_mm, note, colour, place, ends, version }
}
/** Where it is, or why it is not to be had. */
const whereabouts = (c: KitCord) =>
  c.retired ? `Retired: ${c.retired}` : c.held_by ? `Out with ${c.held_by}` : [c.place, c.worn ? 'worn' : ''].filter(Boolean).join(', ')
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
    <ul class="hanks">
      <li v-for="c in cords ?? []" :key="c.id" :class="{ retired: c.retired }">
        <div class="hank-name">
          <b
            ><RouterLink :to="`/cord/${c.id}`">{{ c.name }}</RouterLink></b
          ><span class="sub"
            >{{ kind(c.kind)?.name }}, {{ band(kind(c.kind)) }}<template v-if="c.note">. {{ c.note }}</template></span
          ><span v-if="whereabouts(c)" class="sub hank-at" :class="{ out: c.held_by || c.retired }">{{ whereabouts(c) }}</span>
        </div>
        <div class="hank-bar" aria-hidden="true"><span :style="{ width: `${(c.length_m / longest) * 100}%` }" /></div>
        <label class="hank-length"
          ><span class="visually-hidden">Length of {{ c.name }}, m</span
          ><input class="form-control" inputmode="decimal" :value="c.length_m" :disabled="Boolean(c.retired)" @change="change(c, $event)" />
          m</label
        >
        <BButton class="btn-bare" variant="link" @click="remove(c)"
          >Take out<span class="visually-hidden"> {{ c.name }}</span></BButton
        >
        <TwoVersions :path="path(c)" :what="c.name" :parts="parts" @stands="stands(c, $event)" />
      </li>
    </ul>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <form class="inline-form" @submit.prevent="add">
      <label>A new hank <BFormInput v-model="fresh.name" required maxlength="80" autocomplete="off" /></label>
      <label>Kind <BFormSelect v-model="fresh.kind" :options="options" /></label>
      <label>Length, m <BFormInput v-model="fresh.length_m" inputmode="decimal" required autocomplete="off" /></label>
      <BButton type="submit" class="btn-tar">Add it</BButton>
    </form>
  </section>
</template>
