export { default } from './ToldPlan.vue'
export { default as ToldWord } from './ToldWord.vue'
export { default as ToldLines } from './ToldLines.vue'
