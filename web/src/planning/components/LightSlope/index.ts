export { default } from './LightSlope.vue'
