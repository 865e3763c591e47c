import { applyDecorators } from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional, ApiResponse } from '@nestjs/swagger';

class ProblemDto {
  @ApiProperty({ description: 'The record and field, joined by dots.' }) path!: string;
  @ApiProperty() message!: string;
}

/** Body of every refusal. */
export class ErrorDto {
  @ApiProperty() statusCode!: number;
  @ApiProperty() error!: string;
  @ApiProperty({ description: 'What was wrong and what was kept, for a person to read.' }) message!: string;
  @ApiPropertyOptional({ type: [ProblemDto] }) problems?: ProblemDto[];
  @ApiPropertyOptional({ description: 'The revision that a stale base lost against.' }) revision?: number;
  @ApiPropertyOptional({ description: 'The byte at which reading a file stopped.' }) offset?: number;
  @ApiPropertyOptional({
    enum: ['full', 'read-only', 'locked', 'damaged', 'no memory', 'broken'],
    description: 'What is wrong with the storage, where that is why.',
  })
  trouble?: string;
}

const WORDS: Readonly<Record<number, string>> = {
  400: 'The request is not as it should be; nothing was changed.',
  404: 'There is no such thing.',
  409: 'It does not go together with how things are now; nothing was changed.',
  413: 'The request is larger than the server takes; nothing was changed.',
  422: 'The result would not be sound or would be beyond the limits; nothing was changed.',
  503: 'The storage does not work at the moment, or too many wait; nothing was changed.',
  507: 'The disk is full; nothing was saved.',
};

/** Describes how an operation may refuse. Everyone may be refused for a foreign host name or site. */
export function Refusals(...statuses: readonly (keyof typeof WORDS)[]): MethodDecorator {
  return applyDecorators(
    ApiResponse({
      status: 403,
      type: ErrorDto,
      description: 'Asked for by another site or under another name.',
    }),
    ...statuses.map((status) => ApiResponse({ status, type: ErrorDto, description: WORDS[status] ?? '' })),
  );
}
