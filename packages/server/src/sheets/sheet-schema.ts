import { MOST_PASSES, passesOf, SHEET, SHEET_VERSION, upgradedSheet, type Sheet } from '@uvrant/core';
import type Joi from 'joi';
import { AppError } from '../errors';
import { documentSchema, kindsIn } from './field-schema';

/** The check of any sheet document, for who checks many. */
let whole: Joi.Schema | null = null;
export const wholeSchema = (): Joi.Schema => (whole ??= documentSchema(SHEET));
/** The check of one sheet document, for who checks few: sooner made. */
export const ownSchema = (document: unknown): Joi.Schema => documentSchema(SHEET, kindsIn(document));
type SchemaFor = (document: unknown) => Joi.Schema;

/** Largest side of a rendering, pixels. */
export const MOST_PIXELS_ASIDE = 40_000;

const validated = (document: unknown, schemaFor: SchemaFor): Joi.ValidationResult => {
  try {
    return schemaFor(document).validate(document, { convert: false, allowUnknown: true });
  } catch (error) {
    // Groups in groups without end are more than the checks can follow.
    if (error instanceof RangeError) throw new AppError('bad-sheet', 'Its groups are nested too deep: put fewer groups into groups.');
    throw error;
  }
};

/** @throws AppError `bad-sheet` */
const validSheet = (document: unknown, schemaFor: SchemaFor): Sheet => {
  const result = validated(document, schemaFor);
  if (result.error) throw new AppError('bad-sheet', `This is no sheet Uvrant can read: ${result.error.message}.`);
  return result.value as Sheet;
};

/**
 * A sheet out of parsed JSON, its steps brought to today's versions.
 * @throws AppError `bad-sheet` naming the place and what would be right.
 */
export const checkedSheet = (document: unknown, schemaFor: SchemaFor = wholeSchema): Sheet => {
  const written = validSheet(document, schemaFor);
  const upgraded = upgradedSheet(written);
  // The params of an older version are checked as what they become.
  const sheet = upgraded === written ? written : validSheet(upgraded, schemaFor);
  if (sheet.version > SHEET_VERSION) {
    throw new AppError(
      'bad-sheet',
      `The sheet is of version ${sheet.version}; this Uvrant reads up to ${SHEET_VERSION}. Open it with a newer one.`,
    );
  }
  const passes = [...passesOf(sheet.passes)].length;
  if (passes > MOST_PASSES)
    throw new AppError('bad-sheet', `The sheet has ${passes} passes, those in groups counted; at most ${MOST_PASSES}.`);
  const longest = (Math.max(sheet.size.width, sheet.size.height) * sheet.ppi) / 25.4;
  if (longest > MOST_PIXELS_ASIDE) {
    throw new AppError(
      'bad-sheet',
      `The sheet would be ${Math.round(longest)} px long; at most ${MOST_PIXELS_ASIDE} px: lower its ppi or its size.`,
    );
  }
  return sheet;
};
