<script setup lang="ts">
// An own knot drawn up on request: begun, watched, stopped, shown.
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { whenBack } from '../../api/away'
import { api, got, words, type DrawingUp, type OwnKnot } from '../../api/client'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'

const props = defineProps<{ own: OwnKnot }>()
/** Asked again this often while it is under way. */
const LOOK_MS = 400
const now = ref<DrawingUp>()
const trouble = ref('')
let next: ReturnType<typeof setTimeout> | undefined
const at = () => ({ params: { path: { id: props.own.id } } })

async function ask(run: () => Promise<DrawingUp>) {
  clearTimeout(next)
  try {
    now.value = await run()
    trouble.value = ''
    if (now.value.stage === 'waiting' || now.value.stage === 'working') next = setTimeout(() => byItself(look()), LOOK_MS)
  } catch (e) {
    trouble.value = words(e)
  }
}
const look = () => ask(() => got(api.GET('/api/own-knots/{id}/drawn-up', at())))
const begin = () => ask(() => got(api.POST('/api/own-knots/{id}/drawn-up', at())))
const stop = () => ask(() => got(api.DELETE('/api/own-knots/{id}/drawn-up', at())))
onMounted(look)
onBeforeUnmount(() => clearTimeout(next))
onBeforeUnmount(whenBack(() => (trouble.value ? look() : undefined)))
</script>

<template>
  <div class="own-tight">
    <KnotFigure v-if="now?.stage === 'done'" class="own-figure" :from="`/api/own-knots/${own.id}/figure.svg`" :drawn-up="1" />
    <template v-else-if="now?.stage === 'waiting' || now?.stage === 'working'">
      <label
        ><span aria-live="polite">{{ now.says }}</span>
        <progress max="1" :value="now.stage === 'working' ? now.share : undefined" />
      </label>
      <BButton class="btn-bare ps-0" @click="stop">Stop</BButton>
    </template>
    <template v-else-if="now">
      <p v-if="now.stage === 'refused'" class="sub" role="status">{{ now.says }}</p>
      <BButton class="btn-tab" @click="begin">Draw it up</BButton>
    </template>
    <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
  </div>
</template>
