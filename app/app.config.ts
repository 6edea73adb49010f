export default defineAppConfig({
  ui: {
    colors: { primary: 'ink', neutral: 'ink', error: 'ink' },
    table: {
      slots: {
        base: 'w-full',
        thead: '',
        tbody: '',
        th: 'pr-2.5 py-1.5 text-[13px] text-start font-medium text-(--soft) border-b border-(--rule)',
        td: 'pr-2.5 py-2 align-top text-[15px] text-inherit whitespace-normal border-b border-(--rule)',
        separator: 'hidden',
      },
    },
    modal: { slots: { overlay: 'fixed inset-0 bg-(--ink)/40', content: 'shadow-lg ring-1 ring-(--rule)' } },
  },
})
