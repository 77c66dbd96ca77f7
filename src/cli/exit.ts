/** Exit codes: all well, findings over a limit, bad input, unexpected failure. */
export const EXIT = { fine: 0, overLimit: 1, badInput: 2, unexpected: 3 } as const;
