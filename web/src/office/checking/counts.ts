/** Everything on the screen that a count says: it is old when something was counted or decided. */
export const COUNTS = ['counts', 'slips', 'results'];
