import 'reflect-metadata';
import { Type } from 'class-transformer';
import type { ClassConstructor } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

/** Field rules used by the DTOs, each refusing NaN and infinities where numbers are meant. */

function all(...decorators: PropertyDecorator[]): PropertyDecorator {
  return (target, key) => {
    for (const decorate of decorators) decorate(target, key);
  };
}

/** No NUL: databases and table programs cut a text there. */
const NO_NUL = /^[^\0]*$/u;
const withoutNul = (each = false): PropertyDecorator =>
  Matches(NO_NUL, { each, message: '$property must not hold a NUL character' });

/** Free text up to `limit` characters. */
export const Text = (limit: number): PropertyDecorator => all(IsString(), MaxLength(limit), withoutNul());

const ID = /^[\w./+-]+$/u;

/** An id made by the web or the core: letters, digits and . _ - / + up to 64. */
export const Id = (): PropertyDecorator =>
  all(IsString(), MaxLength(64), Matches(ID, { message: '$property must be an id' }));

/** A SHA-256 in hexadecimal: the name of a stored photo. */
export const PhotoHash = (): PropertyDecorator =>
  Matches(/^[0-9a-f]{64}$/u, { message: '$property must be the id of a photo' });

/** A finite number within limits. */
export const Figure = (min: number, max: number): PropertyDecorator =>
  all(IsNumber({ allowNaN: false, allowInfinity: false }), Min(min), Max(max));

/** A whole number within limits. */
export const Whole = (min: number, max: number): PropertyDecorator => all(IsInt(), Min(min), Max(max));

/** One of a list of words. */
export const OneOf = (words: readonly string[]): PropertyDecorator => IsIn(words);

/** What makes a rule one of `OrNull`: descriptions of the rules know it by that. */
export const isNotNull = (_: object, value: unknown): boolean => value !== null;

/** `null`, or what the rules after it say. `undefined` is not taken for `null`. */
export const OrNull = (): PropertyDecorator => ValidateIf(isNotNull);

/** Words out of a list, at most as many as the list has. */
export const SomeOf = (words: readonly string[]): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(words.length), IsIn(words, { each: true }));

/** A list of texts. */
export const Texts = (count: number, limit: number): PropertyDecorator =>
  all(
    IsArray(),
    ArrayMaxSize(count),
    IsString({ each: true }),
    MaxLength(limit, { each: true }),
    withoutNul(true),
  );

/** A list of ids. */
export const Ids = (count: number): PropertyDecorator =>
  all(
    IsArray(),
    ArrayMaxSize(count),
    IsString({ each: true }),
    MaxLength(64, { each: true }),
    Matches(ID, { each: true }),
  );

/** A list of whole numbers. */
export const Wholes = (count: number, min: number, max: number): PropertyDecorator =>
  all(
    IsArray(),
    ArrayMaxSize(count),
    IsInt({ each: true }),
    Min(min, { each: true }),
    Max(max, { each: true }),
  );

/** Words out of a list, in any order and as often as they come. */
export const SomeWords = (words: readonly string[], count: number): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(count), IsIn(words, { each: true }));

/** A list of nested objects, each validated. */
export const ListOf = (type: () => ClassConstructor<object>, count: number): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(count), IsObject({ each: true }), ValidateNested({ each: true }), Type(type));

/** A nested object, validated. A list is none, not even an empty one. */
export const Nested = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(IsObject(), ValidateNested(), Type(type));
