<script setup lang="ts">
// The order of work, ticked off in its order; the strike below it.
import type { RigPlan } from './rig'
import { useRig } from './rig'

defineProps<{ plan: RigPlan }>()
const rig = useRig()
</script>

<template>
  <section aria-label="Order of work">
    <div
      v-for="[head, list] in [
        ['In this order', plan.order],
        ['Strike', plan.strike],
      ] as const"
      :key="head">
      <h3 class="list-head">{{ head }}</h3>
      <ol class="doings">
        <li v-for="(d, i) in list" :key="d.id" :class="{ done: rig.ticked.includes(d.id) }">
          <label
            ><input
              type="checkbox"
              class="form-check-input"
              :checked="rig.ticked.includes(d.id)"
              :disabled="!rig.canTick(d.id)"
              @change="rig.tick(d.id)" />
            <b>{{ i + 1 }}</b> <span>{{ d.say }}</span></label
          >
        </li>
      </ol>
    </div>
  </section>
</template>
