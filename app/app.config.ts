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
    // What one presses is 24 px with a mouse at least and 44 px with a finger.
    input: { slots: { root: 'max-w-full', base: 'min-h-9 pointer-coarse:min-h-11 text-[15px]' } },
    textarea: { slots: { root: 'max-w-full', base: 'text-[15px]' } },
    select: { slots: { base: 'min-h-9 pointer-coarse:min-h-11 max-w-full text-[15px]' } },
    selectMenu: { slots: { base: 'min-h-9 pointer-coarse:min-h-11 max-w-full text-[15px]' } },
    checkbox: {
      slots: {
        root: 'min-h-6 pointer-coarse:min-h-11 items-center',
        base: 'relative overflow-visible after:absolute after:-inset-[5px] pointer-coarse:after:-inset-[15px]',
        label: 'text-[15px] font-normal',
      },
    },
    switch: {
      slots: {
        root: 'min-h-6 pointer-coarse:min-h-11 items-center',
        base: 'relative after:absolute after:-inset-1 pointer-coarse:after:-inset-3',
      },
    },
    slider: { slots: { root: 'min-h-6 pointer-coarse:min-h-11', thumb: 'size-6' } },
    kbd: {
      base: 'normal-case bg-transparent ring-0 border border-current text-inherit opacity-75 font-mono font-medium '
        + 'text-[12px] leading-4 h-auto min-w-0 rounded-[3px] px-[5px]',
      variants: { variant: { plain: '' }, color: { plain: '' } },
      defaultVariants: { variant: 'plain', color: 'plain' },
    },
    // In the middle of the bar, where nothing stands that one presses.
    toaster: { slots: { viewport: 'top-0.5 sm:w-72' } },
    toast: {
      slots: {
        root: 'items-center rounded-[4px] p-2 gap-2 bg-(--sheet) ring-1 ring-(--ink) shadow-md',
        title: 'text-[15px] font-normal text-(--ink)',
      },
    },
    modal: { slots: { overlay: 'fixed inset-0 bg-(--ink)/40', content: 'shadow-lg ring-1 ring-(--rule)' } },
  },
})
