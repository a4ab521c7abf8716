export { default } from './PlanText.vue'
export { default as PlanWord } from './PlanWord.vue'
export { default as PlanLines } from './PlanLines.vue'
