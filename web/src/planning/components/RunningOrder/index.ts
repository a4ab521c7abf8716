export { default as OrderColumn } from './OrderColumn.vue'
export { default } from './RunningOrder.vue'
