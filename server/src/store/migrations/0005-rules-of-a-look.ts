import type { QueryInterface } from 'sequelize';

/** What becomes of printed rules was yes or no (faded or not); there are three ways now. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.sequelize.query(`
    UPDATE pages SET recipe = json_remove(
      json_set(recipe, '$.tuning.rules', CASE json_extract(recipe, '$.tuning.fadeRules') WHEN 1 THEN 'faded' ELSE 'quiet' END),
      '$.tuning.fadeRules'
    )
    WHERE json_type(recipe, '$.tuning.fadeRules') IS NOT NULL
  `);
}
