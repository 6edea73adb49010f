export default defineAppConfig({
  ui: {
    colors: { primary: 'ink', neutral: 'ink', error: 'ink' },
    modal: { slots: { overlay: 'fixed inset-0 bg-(--ink)/40', content: 'shadow-lg ring-1 ring-(--rule)' } },
  },
})
