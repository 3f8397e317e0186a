import 'reflect-metadata';
import { Type } from 'class-transformer';
import type { ClassConstructor } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
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

/** Free text up to `limit` characters. */
export const Text = (limit: number): PropertyDecorator => all(IsString(), MaxLength(limit));

/** An id made by the web or the core: letters, digits and . _ - / + up to 64. */
export const Id = (): PropertyDecorator =>
  all(IsString(), MaxLength(64), Matches(/^[\w./+-]+$/u, { message: '$property must be an id' }));

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

/** `null`, or what the rules after it say. `undefined` is not taken for `null`. */
export const OrNull = (): PropertyDecorator => ValidateIf((_, value) => value !== null);

/** Words out of a list, at most as many as the list has. */
export const SomeOf = (words: readonly string[]): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(words.length), IsIn(words, { each: true }));

/** A list of texts. */
export const Texts = (count: number, limit: number): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(count), IsString({ each: true }), MaxLength(limit, { each: true }));

/** A list of nested objects, each validated. */
export const ListOf = (type: () => ClassConstructor<object>, count: number): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(count), ValidateNested({ each: true }), Type(type));

/** A nested object, validated. */
export const Nested = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(ValidateNested(), Type(type));
