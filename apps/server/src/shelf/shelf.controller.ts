import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Refusals } from '../http/answers.ts';
import { ShelfDto, ShelfItemDto } from './shelf.dto.ts';
import { ShelfService } from './shelf.service.ts';

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  readonly #shelf: ShelfService;

  constructor(shelf: ShelfService) {
    this.#shelf = shelf;
  }

  @Get()
  @ApiOkResponse({ type: [ShelfItemDto] })
  @Refusals(503)
  list(): Promise<ShelfItemDto[]> {
    return this.#shelf.list();
  }

  @Post()
  @ApiCreatedResponse({ type: ShelfItemDto })
  @Refusals(400, 409, 413, 422, 503, 507)
  add(@Body() body: ShelfDto): Promise<ShelfItemDto> {
    return this.#shelf.add(body.pattern);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(404, 503, 507)
  remove(@Param('id') id: string): Promise<void> {
    return this.#shelf.remove(id);
  }
}
