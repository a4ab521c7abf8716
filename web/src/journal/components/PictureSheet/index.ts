export { default as PictureTile } from './PictureTile.vue'
export { default as LookAt } from './LookAt.vue'
export { default as ReadLight } from './ReadLight.vue'
