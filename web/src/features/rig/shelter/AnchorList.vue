<script setup lang="ts">
// What stands on the site, typed; those taken are marked.
import { computed, ref } from 'vue'
import { useCatalogue } from '../../../api/catalogue'
import { api, got, words, type Schemas } from '../../../api/client'
import NumberPart from '../NumberPart.vue'
import { byItself } from '../../../app/told'
import { useRig } from '../rig'

type Anchor = Schemas['AnchorDraft']
const rig = useRig()
const anchors = computed(() => (rig.draft?.anchors ?? []) as Anchor[])
const between = computed(() => (rig.view?.own as unknown as Schemas['ShelterFacts'] | null)?.between.anchors)
const kinds = computed(() => (rig.start?.stock as unknown as Schemas['ShelterStock']).anchors)
const value = (e: Event) => (e.target as HTMLInputElement).value
const put = (i: number, part: Partial<Anchor>) =>
  byItself(rig.say({ anchors: anchors.value.map((a, n) => (n === i ? { ...a, ...part } : a)) }))
/** A thing of another kind is as thick as those usually are. */
function become(i: number, id: string) {
  const kind = kinds.value.find((k) => k.id === id)
  if (kind) put(i, { kind: kind.id as Anchor['kind'], size_mm: kind.usual_mm })
}
const catalogue = useCatalogue()
const trouble = ref('')
type Waypoint = Schemas['Waypoint']
const MOST = 12
/** A recorder's file that holds more than a site: its waypoints, to choose from. */
const listed = ref<Waypoint[]>([])
const chosen = ref<number[]>([])
let file = ''
async function waypoints(take: number[]) {
  trouble.value = ''
  try {
    return await got(api.POST('/api/gpx', { body: { gpx: file, take } }))
  } catch (err) {
    trouble.value = words(err)
    return undefined
  }
}
/** Waypoints take the place of the anchors; thickness and height are the reader's to say. */
function standThere(read: Waypoint[]) {
  listed.value = []
  byItself(rig.say({ anchors: read.map((w) => w.anchor), between: null }))
}
async function readFile(e: Event) {
  const picked = (e.target as HTMLInputElement).files?.[0]
  if (!picked) return
  listed.value = []
  file = await picked.text()
  const read = await waypoints([])
  if (!read) return
  if (read.length <= MOST && read.every((w) => w.near)) return standThere(read)
  listed.value = read
  chosen.value = read
    .filter((w) => w.near)
    .slice(0, MOST)
    .map((w) => w.number)
}
async function takeChosen() {
  const read = await waypoints(chosen.value)
  if (read) standThere(read)
}
</script>

<template>
  <details class="anchors">
    <summary>What stands there: {{ anchors.length }}, typed or dragged above</summary>
    <div class="anchors-in">
      <table>
        <thead>
          <tr>
            <th>Name</th>
            <th>What</th>
            <th
              v-for="[p, t] in [
                ['at_m/0', 'East'],
                ['at_m/1', 'North'],
                ['size_mm', 'Thick'],
                ['low_m', 'Tied from'],
                ['high_m', 'up to'],
              ] as const"
              :key="p">
              {{ t }}, {{ rig.field(`/anchors/0/${p}`)?.unit }}
            </th>
            <th>Sound</th>
            <th><span class="visually-hidden">Leave it out</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="(a, i) in anchors" :key="i">
            <tr :class="{ taken: between?.includes(i) }">
              <td>
                <input class="form-control" :value="a.name" :aria-label="`Name of ${a.name}`" @change="put(i, { name: value($event) })" />
              </td>
              <td>
                <select class="form-select" :value="a.kind" :aria-label="`What ${a.name} is`" @change="become(i, value($event))">
                  <option v-for="k in kinds" :key="k.id" :value="k.id">{{ k.name }}</option>
                </select>
              </td>
              <td v-for="p in ['at_m/0', 'at_m/1', 'size_mm', 'low_m', 'high_m']" :key="p">
                <NumberPart :at="`/anchors/${i}/${p}`" plain />
              </td>
              <td>
                <input
                  type="checkbox"
                  class="form-check-input"
                  :checked="a.sound"
                  :aria-label="`${a.name} is sound`"
                  @change="put(i, { sound: !a.sound })" />
              </td>
              <td>
                <BButton v-if="anchors.length > 1" class="btn-bare" :aria-label="`Leave out ${a.name}`" @click="rig.less('/anchors', i)"
                  >Leave out</BButton
                >
              </td>
            </tr>
            <tr v-if="a.kind !== 'vehicle'" class="face" :class="{ taken: between?.includes(i) }">
              <td class="of-face">its surface</td>
              <td colspan="4">
                <select
                  class="form-select"
                  :value="a.surface"
                  :aria-label="`Surface of ${a.name}`"
                  @change="put(i, { surface: value($event) })">
                  <option v-for="s in catalogue.lists.surfaces" :key="s.id" :value="s.id">{{ s.name }}</option>
                </select>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <BButton v-if="anchors.length < 12" class="btn-tab" @click="rig.more('/anchors')">Add one</BButton>
      <label class="gpx"
        >or read them from GPX waypoints <input type="file" class="form-control" accept=".gpx,application/gpx+xml" @change="readFile"
      /></label>
      <fieldset v-if="listed.length" class="waypoints">
        <legend>{{ listed.length }} waypoints are in this file. Which stand on the site? Twelve at most.</legend>
        <label v-for="w in listed" :key="w.number"
          ><input
            v-model="chosen"
            type="checkbox"
            class="form-check-input"
            :value="w.number"
            :disabled="chosen.length >= MOST && !chosen.includes(w.number)" />
          {{ w.name }}<small v-if="!w.near"> far from the first</small></label
        >
        <BButton class="btn-tab" :disabled="chosen.length < 2" @click="takeChosen">Take these {{ chosen.length }}</BButton>
      </fieldset>
      <p v-if="trouble" role="alert"><b class="v no">Not read</b> {{ trouble }}</p>
    </div>
  </details>
</template>
