<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/**
 * Where edits make other pixels than they did, what was prepared by them is prepared again: until then its artworks wait, as they do after
 * any repair. Who found a cut-out right that has doubts of its own is not asked about it again.
 */
abstract class PreparesAgain extends AbstractMigration
{
    private const DOUBT = 'doubt-%.12s';

    public function up(Schema $schema): void
    {
        $rows = $this->connection->fetchAllAssociative(
            "SELECT id, master, repair_edits, repair_prepared, dismissed_warnings FROM batch_artwork
                WHERE state = 'read' AND repair_edits <> '[]'",
        );
        foreach ($rows as $row) {
            $row = JsonReader::of($row, 'an artwork');
            $edits = EditList::fromRecord(self::column($row, 'repair_edits'));
            $now = $edits->preparedHash($row->string('master'));
            $prepared = array_column(self::column($row, 'repair_prepared')->toArray(), 'hash');
            if ($edits->isSilent() || \in_array($now, $prepared, true)) {
                continue;
            }
            $dismissed = self::column($row, 'dismissed_warnings')->toArray();
            foreach ($edits->earlier() as $before) {
                if (\in_array(\sprintf(self::DOUBT, $before->preparedHash($row->string('master'))), $dismissed, true)) {
                    $dismissed[] = \sprintf(self::DOUBT, $now);
                    break;
                }
            }
            $this->addSql("UPDATE batch_artwork SET state = 'reading', dismissed_warnings = ? WHERE id = ?", [
                json_encode($dismissed, \JSON_THROW_ON_ERROR),
                $row->int('id'),
            ]);
        }
    }

    private static function column(JsonReader $row, string $name): JsonReader
    {
        return JsonReader::of(json_decode($row->string($name), true, flags: \JSON_THROW_ON_ERROR), $name);
    }
}
