/** Shows what was done last for a moment, and has it read out without breaking into what is being read. */
export function useSaidToasts(): void {
  const messages = useMessages()
  const toasts = useToast()
  watch(
    () => messages.times,
    () => {
      toasts.add({ title: messages.lastDone, color: 'neutral', type: 'background' })
    },
  )
}
