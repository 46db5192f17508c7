import { ref } from 'vue'

const isOpen = ref(false)
/** The sheet on which somebody signs on at this tablet, opened from wherever a person is wanted. */
export const useSignOnSheet = () => ({ isOpen })
