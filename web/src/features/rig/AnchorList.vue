<script setup lang="ts">
// What stands on the site, typed; the two taken are marked.
import { onMounted, ref } from 'vue'
import { Trouble, api, got, type CatalogueWords, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import type { Shelter } from './shelter'

type Anchor = Shelter['anchors'][number]
const props = defineProps<{ anchors: Anchor[]; between?: number[] }>()
const emit = defineEmits<{ say: [change: Partial<Shelter>] }>()
const habits = useHabits()
const value = (e: Event) => (e.target as HTMLInputElement).value
const number = (e: Event) => Number(value(e).replace(',', '.'))
const kinds = [['tree', 'tree'], ['post', 'post'], ['vehicle', 'vehicle'], ['peg', 'peg and pole']] as const
const put = (i: number, part: Partial<Anchor>) => emit('say', { anchors: props.anchors.map((a, n) => (n === i ? { ...a, ...part } : a)) })
const drop = (i: number) => emit('say', { anchors: props.anchors.filter((_, n) => n !== i), between: null })
function add() {
  const last = props.anchors.at(-1)
  const at_m = [(last?.at_m[0] ?? 0) + 2, last?.at_m[1] ?? 0]
  emit('say', { anchors: [...props.anchors, { name: `tree ${props.anchors.length + 1}`, kind: 'tree', at_m, size_mm: 200, surface: 'bark-rough', low_m: 0, high_m: 2.2, sound: true }] })
}
const surfaces = ref<CatalogueWords['surfaces']>([])
onMounted(async () => (surfaces.value = (await got(api.GET('/api/catalogue'))).surfaces))
const trouble = ref('')
/** Waypoints take the place of the anchors; thickness and height are the reader's to say. */
async function readFile(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  trouble.value = ''
  try {
    const read = await got(api.POST('/api/shelter/gpx', { body: { gpx: await file.text() } }))
    const anchor = (w: Schemas['Waypoint']): Anchor => ({ name: w.name, kind: 'tree', at_m: w.at_m, size_mm: 200, surface: 'bark-rough', low_m: 0, high_m: 2.2, sound: true })
    emit('say', { anchors: read.map(anchor), between: null })
  } catch (err) {
    trouble.value = err instanceof Trouble ? err.message : String(err)
  }
}
/** Arm spans are typed where the reader counts in them. */
const per = () => (habits.settings.units === 'body' ? habits.settings.body.arm_span_m : habits.settings.units === 'imperial' ? 0.3048 : 1)
const unit = () => (habits.settings.units === 'body' ? 'spans' : habits.settings.units === 'imperial' ? 'ft' : 'm')
const shown = (m: number) => String(Math.round((m / per()) * 100) / 100)
</script>

<template>
  <details class="anchors">
    <summary>What stands there: {{ anchors.length }}, typed or dragged above</summary>
    <div class="anchors-in">
      <table>
        <thead><tr><th>Name</th><th>What</th><th>East, {{ unit() }}</th><th>North, {{ unit() }}</th><th>Thick, mm</th><th>Tied from, {{ unit() }}</th><th>up to, {{ unit() }}</th><th>Sound</th><th><span class="visually-hidden">Leave it out</span></th></tr></thead>
        <tbody>
          <template v-for="(a, i) in anchors" :key="i">
          <tr :class="{ taken: between?.includes(i) }">
            <td><input class="form-control" :value="a.name" :aria-label="`Name of ${a.name}`" @change="put(i, { name: value($event) })" /></td>
            <td><select class="form-select" :value="a.kind" :aria-label="`What ${a.name} is`" @change="put(i, { kind: value($event) as Anchor['kind'] })"><option v-for="[v, t] in kinds" :key="v" :value="v">{{ t }}</option></select></td>
            <td><input class="form-control" inputmode="decimal" :value="shown(a.at_m[0]!)" :aria-label="`${a.name}, east`" @change="put(i, { at_m: [number($event) * per(), a.at_m[1]!] })" /></td>
            <td><input class="form-control" inputmode="decimal" :value="shown(a.at_m[1]!)" :aria-label="`${a.name}, north`" @change="put(i, { at_m: [a.at_m[0]!, number($event) * per()] })" /></td>
            <td><input class="form-control" inputmode="decimal" :value="a.size_mm" :aria-label="`Thickness of ${a.name}, millimetres`" @change="put(i, { size_mm: number($event) })" /></td>
            <td><input class="form-control" inputmode="decimal" :value="shown(a.low_m ?? 0)" :aria-label="`Lowest tie on ${a.name}`" @change="put(i, { low_m: number($event) * per() })" /></td>
            <td><input class="form-control" inputmode="decimal" :value="shown(a.high_m)" :aria-label="`Highest tie on ${a.name}`" @change="put(i, { high_m: number($event) * per() })" /></td>
            <td><input type="checkbox" class="form-check-input" :checked="a.sound" :aria-label="`${a.name} is sound`" @change="put(i, { sound: !a.sound })" /></td>
            <td><BButton v-if="anchors.length > 2" class="btn-bare" :aria-label="`Leave out ${a.name}`" @click="drop(i)">Leave out</BButton></td>
          </tr>
          <tr v-if="a.kind === 'tree' || a.kind === 'post'" class="face" :class="{ taken: between?.includes(i) }">
            <td class="of-face">its surface</td>
            <td colspan="4"><select class="form-select" :value="a.surface" :aria-label="`Surface of ${a.name}`" @change="put(i, { surface: value($event) })"><option v-for="s in surfaces" :key="s.id" :value="s.id">{{ s.name }}</option></select></td>
          </tr>
          </template>
        </tbody>
      </table>
      <BButton v-if="anchors.length < 12" class="btn-tab" @click="add">Add one</BButton>
      <label class="gpx">or read them from GPX waypoints <input type="file" class="form-control" accept=".gpx,application/gpx+xml" @change="readFile" /></label>
      <p v-if="trouble" role="alert"><b class="v no">Not read</b> {{ trouble }}</p>
    </div>
  </details>
</template>
