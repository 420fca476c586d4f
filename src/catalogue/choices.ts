/** What may be chosen in a field, each by its key with the name it is shown by. */
export type Options = Readonly<Record<string, string>>;

export const isChoice = <O extends Options>(options: O, value: string): value is keyof O & string => Object.hasOwn(options, value);

/** What a choice is called; undefined where it is none of these. */
export const choiceName = <O extends Options>(options: O, value: string): string | undefined =>
  isChoice(options, value) ? options[value] : undefined;
