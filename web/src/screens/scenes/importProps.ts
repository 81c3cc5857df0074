/** What every way of bringing in is given. */
export interface ImportProps {
  text: string;
  /** Told when it was taken: the row to show, and the text is used up. */
  onTaken: (showId: string | null) => void;
}
