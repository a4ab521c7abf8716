<template>
  <div class="page page-narrow">
    <h1>Nothing here</h1>
    <p class="my-4">There is no page at this address, or it was deleted.</p>
    <v-btn to="/nights">To the nights</v-btn>
  </div>
</template>
