<template>
  <svg width="34" height="20" viewBox="0 0 34 20" aria-hidden="true" class="mark">
    <circle cx="9" cy="10" r="7.6" />
    <circle cx="25" cy="10" r="7.6" />
    <circle cx="9" cy="10" r="4.4" class="pupil" />
    <circle cx="25" cy="10" r="1.8" class="pupil" />
  </svg>
</template>

<style scoped>
.mark {
  fill: none;
  stroke: var(--picked);
  stroke-width: 2.2;
}

.pupil {
  fill: var(--picked);
  stroke: none;
}
</style>
