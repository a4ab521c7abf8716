export { default } from './QuestionField.vue'
