<script setup lang="ts">
// The order of work, ticked off; the strike below it.
import type { Schemas } from '../../api/client'

defineProps<{ plan: Schemas['ShelterPlan']; ticked: string[] }>()
const emit = defineEmits<{ tick: [id: string] }>()
</script>

<template>
  <section aria-label="Order of work">
    <template v-for="[head, list] in ([['In this order', plan.order], ['Strike', plan.strike]] as const)" :key="head">
      <h2>{{ head }}</h2>
      <ol class="doings">
        <li v-for="(d, i) in list" :key="d.id" :class="{ done: ticked.includes(d.id) }">
          <label><input type="checkbox" class="form-check-input" :checked="ticked.includes(d.id)" @change="emit('tick', d.id)" /> <b>{{ i + 1 }}</b> <span>{{ d.say }}</span></label>
        </li>
      </ol>
    </template>
  </section>
</template>
