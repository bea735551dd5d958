import {
  defaultParams,
  fileFormatNamed,
  FILE_FORMATS,
  FORMAT_NAMES,
  isShown,
  type AnyDial,
  type FormatName,
  type Sheet,
} from '@uvrant/core';
import type { SendChoice, SendFile } from '@uvrant/contract';

/** An option of a format as it is chosen. */
export interface ChosenOption {
  readonly name: string;
  readonly dial: AnyDial;
  readonly value: unknown;
}

/** A format among those that can be chosen: what it is, whom it is for, and its options where it is chosen. */
export interface FormatLine {
  readonly name: FormatName;
  readonly title: string;
  readonly suits: string;
  readonly isChosen: boolean;
  readonly options: readonly ChosenOption[];
}

const optionsOf = (file: SendFile): ChosenOption[] => {
  const { options: dials } = fileFormatNamed(file.format);
  const values = { ...defaultParams({ dials }), ...file.options };
  return Object.entries(dials).flatMap(([name, dial]) => (isShown(dial, values) ? [{ name, dial, value: values[name] }] : []));
};

/** Every format, with the options of those that are chosen. */
export const formatLines = ({ files }: SendChoice): FormatLine[] =>
  FORMAT_NAMES.map((name) => {
    const { title, suits } = FILE_FORMATS[name];
    const file = files.find(({ format }) => format === name);
    return { name, title, suits, isChosen: file !== undefined, options: file ? optionsOf(file) : [] };
  });

/** With a format chosen, or not any more. */
export const withFormat = (choice: SendChoice, format: FormatName, isChosen: boolean): SendChoice => {
  const others = choice.files.filter((file) => file.format !== format);
  return { ...choice, files: isChosen ? [...others, { format, options: {} }] : others };
};

/** With an option of a chosen format changed. */
export const withOption = (choice: SendChoice, format: FormatName, option: string, value: unknown): SendChoice => ({
  ...choice,
  files: choice.files.map((file) => (file.format === format ? { ...file, options: { ...file.options, [option]: value } } : file)),
});

/** How many files a sheet makes. */
export const filesOf = ({ inks }: Pick<Sheet, 'inks'>, { files }: SendChoice): number =>
  files.reduce((sum, file) => {
    if (!fileFormatNamed(file.format).isPerInk) return sum + 1;
    return sum + inks.length + (file.options['underbase'] === true ? 1 : 0);
  }, 0);
