import { applyDecorators } from '@nestjs/common';
import { nameProblem, tidyName } from '@plucky/core';
import { Transform } from 'class-transformer';
import { isObject, IsString, ValidateBy, ValidateIf } from 'class-validator';

/** A name that a person gives, by the rule that all names keep; it is tidied before it is looked at. */
export function IsName(most?: number): PropertyDecorator {
  return applyDecorators(
    Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? tidyName(value) : value)),
    IsString(),
    ValidateBy({
      name: 'isName',
      validator: {
        validate: (value: unknown) => typeof value !== 'string' || nameProblem(value, most) === null,
        defaultMessage: (about) =>
          `${about?.property} ${typeof about?.value === 'string' ? nameProblem(about.value, most) : ''}`,
      },
    }),
  );
}

/** What is said yes or no of, by id. */
export function IsTicks(): PropertyDecorator {
  return ValidateBy({
    name: 'isTicks',
    validator: {
      validate: (value: unknown) =>
        isObject(value) && Object.values(value).every((tick) => typeof tick === 'boolean'),
      defaultMessage: (about) => `${about?.property} must say true or false of each id`,
    },
  });
}

/** States of records by id, each before and after. */
export function IsPairs(): PropertyDecorator {
  return ValidateBy({
    name: 'isPairs',
    validator: {
      validate: (value: unknown) =>
        isObject(value) &&
        Object.entries(value).every(
          ([id, pair]) =>
            id.length <= 64 &&
            Array.isArray(pair) &&
            pair.length === 2 &&
            pair.every((side) => isObject(side)),
        ),
      defaultMessage: (about) => `${about?.property} must give each record before and after`,
    },
  });
}

/** Drums by MIDI notes 0..127; an empty text is none. */
export function IsNoteMap(): PropertyDecorator {
  return ValidateBy({
    name: 'isNoteMap',
    validator: {
      validate: (value: unknown) =>
        isObject(value) &&
        Object.entries(value).every(
          ([note, drum]) => /^\d{1,3}$/.test(note) && Number(note) <= 127 && typeof drum === 'string',
        ),
      defaultMessage: (about) => `${about?.property} must name a drum for MIDI notes 0 to 127`,
    },
  });
}

/** A field that may be left out. Null is not left out: it is a value, and the field's own rules refuse it. */
export function MayBeLeftOut(): PropertyDecorator {
  return ValidateIf((_, value) => value !== undefined);
}
