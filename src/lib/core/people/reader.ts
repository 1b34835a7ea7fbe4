/** For whom times are written. */
export interface Reader {
  /** IANA zone in which this person reads times. */
  zone: string;
}
