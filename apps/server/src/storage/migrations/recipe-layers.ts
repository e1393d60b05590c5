import { Migration } from '@mikro-orm/migrations';

/** A recipe swaps the photographs of one or more layers. */
export class RecipeLayers extends Migration {
  override up(): void {
    this.addSql(
      "update recipe_run set request = json_remove(json_set(request, '$.layers', json_array(json_extract(request, '$.layer'))), '$.layer')",
    );
  }

  override down(): void {
    this.addSql(
      "update recipe_run set request = json_remove(json_set(request, '$.layer', json_extract(request, '$.layers[0]')), '$.layers')",
    );
  }
}
