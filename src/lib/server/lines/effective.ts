/** The due moment of an assignment `a` for its packet `p`, which may not be laid out: an extension comes first. */
export const EFFECTIVE_DUE = 'case when p.due_extended then p.due_at else a.due_at end';

/** The same for the closing moment. */
export const EFFECTIVE_CLOSES = 'case when p.closes_extended then p.closes_at else a.closes_at end';
