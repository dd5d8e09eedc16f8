/** `concern/name`, lower case with hyphens. */
export type RuleId = string;

/** How far a finding of the rule can be trusted without looking. */
export const CONFIDENCES = ['certain', 'likely', 'possible'] as const;

/** One of {@link CONFIDENCES}. */
export type Confidence = (typeof CONFIDENCES)[number];
