import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ShelfDto } from './shelf.dto.ts';
import { ShelfService, type ShelfItem } from './shelf.service.ts';

@Controller('shelf')
export class ShelfController {
  readonly #shelf: ShelfService;

  constructor(shelf: ShelfService) {
    this.#shelf = shelf;
  }

  @Get()
  list(): Promise<ShelfItem[]> {
    return this.#shelf.list();
  }

  @Post()
  add(@Body() body: ShelfDto): Promise<ShelfItem> {
    return this.#shelf.add(body.pattern);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string): Promise<void> {
    return this.#shelf.remove(id);
  }
}
