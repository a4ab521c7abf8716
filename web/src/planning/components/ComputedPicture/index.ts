export { default } from './ComputedPicture.vue'
