import type { Material, Tool } from '@drelk/core';
import type { Workshop } from '@drelk/contract';
import { MaterialRow, ToolRow } from '../models';

/** Materials and tools of the workshop, in the order in which they came. */
export class WorkshopService {
  async list(): Promise<Workshop> {
    const order: [string, string][] = [['id', 'ASC']];
    const [materials, tools] = await Promise.all([
      MaterialRow.findAll({ order }),
      ToolRow.findAll({ order }),
    ]);
    return {
      materials: materials.map((row) => whole<Material>(row)),
      tools: tools.map((row) => whole<Tool>(row)),
    };
  }
}

const whole = <T>({ process, name, figures }: MaterialRow | ToolRow): T =>
  ({ process, name, ...(JSON.parse(figures) as object) }) as T;
