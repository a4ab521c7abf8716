export { default } from './ExposureRails.vue'
