<script setup lang="ts">
// Every key that works here, opened with ?.
import { ref } from 'vue'
import { active, useKeys } from './keys'

const open = ref(false)
useKeys([{ key: '?', says: 'Show this list', run: () => (open.value = !open.value) }])
const named: Record<string, string> = { ArrowRight: '→', ArrowLeft: '←' }
</script>

<template>
  <BModal v-model="open" title="Keys" no-footer>
    <dl class="keys">
      <template v-for="k in active" :key="k.key">
        <dt>
          <kbd>{{ named[k.key] ?? k.key }}</kbd>
        </dt>
        <dd>{{ k.says }}</dd>
      </template>
    </dl>
  </BModal>
</template>
