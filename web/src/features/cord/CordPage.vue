<script setup lang="ts">
// The cord in the kit.
import { computed, onMounted, ref } from 'vue'
import { Trouble, api, got, type CatalogueWords, type KitCord } from '../../api/client'

const cords = ref<KitCord[]>()
const kinds = ref<CatalogueWords['cords']>([])
const trouble = ref('')
const gone = ref<KitCord>()
const fresh = ref({ name: '', kind: 'paracord-iii', length_m: '10' })
const kind = (id: string) => kinds.value.find((k) => k.id === id)
const options = computed(() => kinds.value.map((k) => ({ value: k.id, text: k.name })))
const longest = computed(() => Math.max(1, ...(cords.value ?? []).map((c) => c.length_m)))

async function load() {
  cords.value = await got(api.GET('/api/cords'))
}
onMounted(async () => {
  kinds.value = (await got(api.GET('/api/catalogue'))).cords
  await load()
})

async function attempt(run: () => Promise<unknown>) {
  trouble.value = ''
  try {
    await run()
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
  await load()
}

const add = () =>
  attempt(async () => {
    const { name, kind, length_m } = fresh.value
    await got(api.POST('/api/cords', { body: { name, kind, length_m: Number(length_m.replace(',', '.')) } }))
    fresh.value = { ...fresh.value, name: '' }
  })

const change = (c: KitCord, e: Event) =>
  attempt(() => {
    const { name, kind, diameter_mm, note, version } = c
    const length_m = Number((e.target as HTMLInputElement).value.replace(',', '.'))
    return got(api.PUT('/api/cords/{id}', { params: { path: { id: c.id } }, body: { name, kind, diameter_mm, note, version, length_m } }))
  })

async function remove(c: KitCord) {
  await attempt(() => got(api.DELETE('/api/cords/{id}', { params: { path: { id: c.id } } })))
  gone.value = c
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
    <p v-if="gone" class="put-away" role="status">{{ gone.name }} was taken out. <BButton class="btn-tab" @click="undo">Undo</BButton></p>
    <p v-if="cords && !cords.length" class="mt-3">No cord in the kit yet. Measure one hank and it can be cut.</p>
    <ul class="hanks">
      <li v-for="c in cords ?? []" :key="c.id">
        <div class="hank-name">
          <b>{{ c.name }}</b><span class="sub"
            >{{ kind(c.kind)?.name }}, {{ band(kind(c.kind)) }}<template v-if="c.note">. {{ c.note }}</template></span
          >
        </div>
        <div class="hank-bar" aria-hidden="true"><span :style="{ width: `${(c.length_m / longest) * 100}%` }" /></div>
        <label class="hank-length"
          ><span class="visually-hidden">Length of {{ c.name }}, m</span
          ><input class="form-control" inputmode="decimal" :value="c.length_m" @change="change(c, $event)" /> m</label
        >
        <BButton class="btn-bare" variant="link" @click="remove(c)"
          >Take out<span class="visually-hidden"> {{ c.name }}</span></BButton
        >
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
