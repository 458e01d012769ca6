<script setup lang="ts">
defineProps<{ says: string }>()
</script>

<template>
  <div class="pennant" role="note">
    <span>{{ says }}</span>
  </div>
</template>
