/** What a fact is about: the joint, fault, part or hold its id begins with. */
export const handleOfFact = (fact: string): string => fact.split('/')[0]!
