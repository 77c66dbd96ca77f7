/** How a long work tells what it is doing. */
export type Progress = (step: string) => void;
