<script setup lang="ts">
/** What others made and the app stands on, each with its licence. */
import notices from '../notices.json'

const packages = [
  { title: 'The page is built of', list: notices.web },
  { title: 'The server runs on', list: notices.python },
  { title: 'Beside it, from Debian', list: notices.programs },
]
</script>

<template>
  <div class="page">
    <h1>About</h1>
    <p class="lead">
      Patient Owl works out, runs and records long exposures at night. Everything is computed on the
      machine it runs on: nothing is looked up elsewhere, and nothing leaves it.
    </p>
    <p class="lead">
      It stands on what others gave away. Each piece is named here with its licence; the
      <a href="/licences.txt" target="_blank">full texts for this page</a> ship with it, and every
      Python package brings its own.
    </p>

    <h2>Data and typefaces</h2>
    <ul class="sources">
      <li v-for="source in [...notices.data, ...notices.fonts]" :key="source.name">
        <strong>{{ source.name }}</strong>
        <span>{{ source.what }}</span>
        <span class="muted">{{ source.licence }}; {{ source.changed }}</span>
      </li>
    </ul>

    <template v-for="group in packages" :key="group.title">
      <h2>{{ group.title }}</h2>
      <ul class="packages">
        <li v-for="one in group.list" :key="one.name">
          <span class="name"
            >{{ one.name }} <span class="muted figures">{{ one.version }}</span></span
          >
          <span class="muted licence">{{ one.licence }}</span>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.lead {
  max-width: 68ch;
  margin-top: 10px;
}

h2 {
  margin: 28px 0 8px;
}

ul {
  list-style: none;
  padding: 0;
}

.sources li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 2fr) minmax(0, 3fr);
  gap: 4px 20px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

.packages {
  columns: 3 260px;
  column-gap: 32px;
}

.packages li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 0;
  break-inside: avoid;
}

.licence {
  text-align: right;
}

.name,
.licence {
  overflow-wrap: anywhere;
}

@media (max-width: 899px) {
  .sources li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
