/**
 * What may be done with a document now, as the server says: whether something can, and how its button
 * looks. The first is what is usually done next, and stands out.
 */
export function whatCan<Action extends string>(actions: readonly Action[]) {
  return {
    can: (action: Action) => actions.includes(action),
    look: (action: Action) => (actions[0] === action ? 'contained' : 'outlined'),
  } as const;
}
