/** The type of an option, for people and machines. */
export interface OptionType {
  readonly type: 'number' | 'boolean' | 'string' | 'choice' | 'list';
  readonly choices?: readonly string[];
  readonly least?: number;
  readonly most?: number;
  /** What a text must be like, in words. */
  readonly form?: string;
}
