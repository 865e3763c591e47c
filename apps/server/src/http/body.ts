import { applyDecorators } from '@nestjs/common';
import { IsString, Matches, MaxLength, MinLength } from 'class-validator';

// eslint-disable-next-line no-control-regex -- control characters are what is refused
const PLAIN = /^[^<>\u0000-\u001f\u007f]*$/;

/** A name that a person gives: up to `most` plain characters. */
export function IsPlainText(most: number, field: string): PropertyDecorator {
  return applyDecorators(
    IsString(),
    MinLength(1),
    MaxLength(most),
    Matches(PLAIN, { message: `${field} must not hold < or > or control characters` }),
  );
}
