import { defaultParams, fileFormatNamed, FORMAT_NAMES, isShown, plateList, type AnyDial, type FormatName, type Sheet } from '@uvrant/core';
import type { SendChoice, SendFile } from '@uvrant/contract';

/** An option of a format as it is chosen. */
export interface ChosenOption {
  readonly name: string;
  readonly dial: AnyDial;
  readonly value: unknown;
}

/** A file of a format among those that are chosen: its place in the choice, and its options. */
export interface ChosenFile {
  readonly at: number;
  readonly options: readonly ChosenOption[];
}

/** A format among those that can be chosen: what it is, whom it is for, and the files of it that are chosen. */
export interface FormatLine {
  readonly name: FormatName;
  readonly title: string;
  readonly suits: string;
  readonly files: readonly ChosenFile[];
  /** True where a second file of it, with other options, is of use. */
  readonly isSet: boolean;
}

const optionsOf = (file: SendFile): ChosenOption[] => {
  const { options: dials } = fileFormatNamed(file.format);
  const values = { ...defaultParams({ dials }), ...file.options };
  return Object.entries(dials).flatMap(([name, dial]) => (isShown(dial, values) ? [{ name, dial, value: values[name] }] : []));
};

/** Every format, with the options of those that are chosen. */
export const formatLines = ({ files }: SendChoice): FormatLine[] =>
  FORMAT_NAMES.map((name) => {
    const { title, suits, part } = fileFormatNamed(name);
    const chosen = files.flatMap((file, at) => (file.format === name ? [{ at, options: optionsOf(file) }] : []));
    return { name, title, suits, files: chosen, isSet: part !== undefined };
  });

/** With a format chosen, or none of its files any more. */
export const withFormat = (choice: SendChoice, format: FormatName, isChosen: boolean): SendChoice => {
  const others = choice.files.filter((file) => file.format !== format);
  return { ...choice, files: isChosen ? [...others, { format, options: {} }] : others };
};

/** With another file of a format, set as the last one of it is. */
export const withAnother = (choice: SendChoice, format: FormatName): SendChoice => {
  const last = choice.files.findLast((file) => file.format === format);
  return { ...choice, files: [...choice.files, { format, options: last?.options ?? {} }] };
};

export const withoutFile = (choice: SendChoice, at: number): SendChoice => ({ ...choice, files: choice.files.filter((_, i) => i !== at) });

/** With an option of a chosen file changed. */
export const withOption = (choice: SendChoice, at: number, option: string, value: unknown): SendChoice => ({
  ...choice,
  files: choice.files.map((file, i) => (i === at ? { ...file, options: { ...file.options, [option]: value } } : file)),
});

/** How many files a sheet makes. */
export const filesOf = (sheet: Sheet, { files }: SendChoice): number =>
  files.reduce((sum, file) => {
    if (!fileFormatNamed(file.format).isPerInk) return sum + 1;
    return sum + plateList(sheet, file.options).length;
  }, 0);
