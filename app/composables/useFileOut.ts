import { ref, type Ref } from 'vue'

/** Said where the program that writes a file is not here and cannot be fetched. */
export const NOT_FETCHED = 'What writes it could not be loaded. Is the server there? What you entered is kept.'

/** Files for the repairer to keep: written by a program that is fetched when it is asked for, or said why not. */
export function useFileOut(): {
  refused: Ref<string>
  save: <T>(name: string, type: string, fetch: () => Promise<T>, write: (program: T) => string) => Promise<void>
} {
  const refused = ref('')
  return {
    refused,
    save: async (name, type, fetch, write) => {
      const program = await fetch().catch(() => null)
      refused.value = program === null ? NOT_FETCHED : ''
      if (program !== null) offer(new Blob([write(program)], { type }), name)
    },
  }
}

function offer(file: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
