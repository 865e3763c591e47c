import { applyDecorators } from '@nestjs/common';
import { nameProblem, tidyName } from '@plucky/core/song';
import { Transform } from 'class-transformer';
import { IsString, ValidateBy, ValidateIf } from 'class-validator';
import { isPlain, Raw } from './raw-field.ts';

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

/** Ticks, true or false, by id. */
/** Drums by MIDI notes 0..127; an empty text is none. */
export function IsNoteMap(): PropertyDecorator {
  const isDrum = ([note, drum]: [string, unknown]) =>
    /^\d{1,3}$/.test(note) && Number(note) <= 127 && typeof drum === 'string';
  return Raw((value) =>
    isPlain(value) && Object.entries(value).every(isDrum) ? null : 'must name a drum for MIDI notes 0 to 127',
  );
}

/** A field that may be left out. Null is not left out: it is a value, and the field's own rules refuse it. */
export function MayBeLeftOut(): PropertyDecorator {
  return ValidateIf((_, value) => value !== undefined);
}
