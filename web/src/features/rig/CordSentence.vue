<script setup lang="ts">
// Cord of ridge and guys, and how the ridge is tightened.
import { onMounted, ref } from 'vue'
import { api, got, type CatalogueWords } from '../../api/client'
import type { Shelter } from './shelter'

const props = defineProps<{ shelter: Shelter }>()
const emit = defineEmits<{ say: [change: Partial<Shelter>] }>()
const cords = ref<CatalogueWords['cords']>([])
onMounted(async () => (cords.value = (await got(api.GET('/api/catalogue'))).cords))

const value = (e: Event) => (e.target as HTMLInputElement).value
const number = (e: Event) => Number(value(e).replace(',', '.'))
const ridge = (part: Partial<Shelter['ridge_cord']>) => emit('say', { ridge_cord: { ...props.shelter.ridge_cord, ...part } })
const ways = [['round-turns', 'two round turns, walked'], ['looped', 'a loop, and round'], ['by-hand', 'hand, and hitched']] as const
</script>

<template>
  <section class="rig-cord" aria-label="Cord and tightening">
    <h2>Cord and tightening</h2>
    <label>Ridge of <select class="part" :value="shelter.ridge_cord.kind" aria-label="Ridge cord" @change="ridge({ kind: value($event) })"><option v-for="c in cords" :key="c.id" :value="c.id">{{ c.name }}</option></select></label>
    <div class="two">
    <label><select class="part" :value="shelter.line_over ? 'over' : 'under'" aria-label="Line over or under the cover" @change="emit('say', { line_over: value($event) === 'over' })"><option value="under">under the cover</option><option value="over">over the cover</option></select></label>
    <label><select class="part" :value="shelter.split ? 'split' : 'through'" aria-label="One line or two" @change="emit('say', { split: value($event) === 'split' })"><option value="through">in one run</option><option value="split">split at the cover</option></select></label>
    </div>
    <label>tight by <select class="part" :value="shelter.tighten" aria-label="How it is tightened" @change="emit('say', { tighten: value($event) as Shelter['tighten'] })"><option v-for="[v, t] in ways" :key="v" :value="v">{{ t }}</option></select></label>
    <label>with a pull of <span><input class="part" inputmode="decimal" :value="shelter.pull_n" aria-label="Your pull, newtons" @change="emit('say', { pull_n: number($event) })" /> N</span></label>
    <label>and gear of <span><input class="part" inputmode="decimal" :value="shelter.gear_n ?? 0" aria-label="Gear hung on the ridge, newtons" @change="emit('say', { gear_n: number($event) })" /> N</span></label>
    <label>Guys of <select class="part" :value="shelter.guy_cord.kind" aria-label="Guy cord" @change="emit('say', { guy_cord: { ...shelter.guy_cord, kind: value($event) } })"><option v-for="c in cords" :key="c.id" :value="c.id">{{ c.name }}</option></select></label>
  </section>
</template>
