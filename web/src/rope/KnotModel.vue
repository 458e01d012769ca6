<script setup lang="ts">
// The knot in space: turned by hand, laid as far as asked, drawn only when something changes.
import { useResizeObserver } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Model } from '../api/client'
import type { Stage } from './stage'

const props = defineProps<{ model: Model; step: number; mirrored?: boolean; shape?: string; says: string }>()
const emit = defineEmits<{ still: [] }>()
const frame = ref<HTMLElement>()
/** No WebGL here: a still picture is shown instead. */
const still = ref(false)
let stage: Stage | undefined

onMounted(async () => {
  try {
    const { Stage } = await import('./stage')
    if (!frame.value) return
    stage = new Stage(frame.value)
  } catch {
    still.value = true
    emit('still')
    return
  }
  show()
})
function show() {
  stage?.show(props.model, props.step, Boolean(props.mirrored), props.shape)
}
watch(() => [props.model, props.step, props.mirrored, props.shape], show)
useResizeObserver(frame, () => stage?.fit())
onBeforeUnmount(() => stage?.end())
</script>

<template>
  <div class="model">
    <div
      v-show="!still"
      ref="frame"
      class="model-in"
      role="img"
      :aria-label="`${says}, in space: drag to turn it`"
      tabindex="0"
      @keydown.left.stop.prevent="stage?.turn(-1, 0)"
      @keydown.right.stop.prevent="stage?.turn(1, 0)"
      @keydown.up.stop.prevent="stage?.turn(0, -1)"
      @keydown.down.stop.prevent="stage?.turn(0, 1)" />
    <slot v-if="still" />
  </div>
</template>
