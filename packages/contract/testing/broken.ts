import type { ValidationResult } from 'joi';

/** The rule that refused a value, and where: `number.max at ink.threshold`; nothing where it was taken. */
export const brokenOf = ({ error }: ValidationResult): string | undefined => {
  const broken = error?.details[0];
  return (
    broken && [broken.type, ...(broken.path.length > 0 ? [`at ${broken.path.join('.')}`] : [])].join(' ')
  );
};
