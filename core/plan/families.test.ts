import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, applyWhatFits, arbitraryCommand, arbitraryOf, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { FAMILIES } from '../piece/families'
import { FORMS, JOINT_KINDS, usualForm } from '../piece/joint-forms'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const plan = (piece: Parameters<typeof planPiece>[0]) =>
  planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')

describe('plans know parts and joints, not families', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: whatever was found, a repairer finds nothing wrong with the plan',
    (_label, family) => {
      const worked = arbitraryOf(family).chain(piece =>
        fc.array(arbitraryCommand(piece), { maxLength: 24 }).map(commands => applyWhatFits(piece, commands)),
      )
      fc.assert(
        fc.property(worked, (piece) => {
          expect(faultsOfPlan(piece, plan(piece))).toEqual([])
        }),
        { numRuns: 12 },
      )
    },
    60_000,
  )

  it('takes a rung out between two posts by moving a post with all that hangs on it', () => {
    const chair = newPiece('post-and-rung')
    const rung = ['front-rung-2--left-front-post', 'front-rung-2--right-front-post']
    const loose = applyAll(
      chair,
      rung.flatMap(joint => [
        { do: 'test-joint' as const, joint, state: 'swings' as const },
        { do: 'measure-clearance' as const, joint, where: 'round' as const, measure: measured(0.12) },
      ]),
    )
    const { takeApart, mends } = plan(loose)
    expect(mends.map(m => m.chosen)).toEqual(['re-glue', 're-glue'])
    const opened = takeApart.moves.flatMap(m => m.joints)
    for (const joint of rung) expect(opened).toContain(joint)
    // The other rungs of the front hold the same two posts: they open on the way, or the post would not move.
    expect(opened).toContain('front-seat-rung--left-front-post')
  })

  it.each(JOINT_KINDS)('a loose %s gets mends that fit it, or the reason each one does not', (kind) => {
    const base = newPiece('table')
    const joint = 'front-apron--left-front-leg'
    const piece = applyAll(base, [
      { do: 'edit-frame', edit: { do: 'change-joint', joint, form: usualForm(kind, 21, 105) } },
      { do: 'test-joint', joint, state: 'gives' },
    ])
    const made = plan(piece)
    const [mend] = made.mends
    if (!FORMS[kind].glued) {
      // What glue does not hold is no work for glue: it is a trouble of its own, or meant to move.
      expect(mend).toBeUndefined()
      expect(made.troubles.map(t => t.kind)).toEqual(FORMS[kind].moves ? [] : ['hardware-loose'])
      return
    }
    expect(mend!.options.length).toBeGreaterThanOrEqual(7)
    expect(new Set(mend!.options.map(o => o.id)).size).toBe(mend!.options.length)
    for (const option of mend!.options) expect(phraseText(option.verdict.reason).length).toBeGreaterThan(0)
    const fitting = mend!.options.filter(o => o.verdict.fits).map(o => o.id)
    if (kind !== 'dowel') expect(fitting).not.toContain('new-dowel')
    if (FORMS[kind].fit !== 'cheeks') expect(fitting).not.toContain('shims')
  })
})
