<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * What a person asked of an artwork was kept as one kind of record at places named "*", "~FAMILY" and "PRODUCT"; each of the
 * three has a form and a place of its own now, and acts in the undo history name what they change.
 */
final class Version20261128000001 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE batch_artwork ADD COLUMN settings CLOB NOT NULL DEFAULT '{}'");
        foreach (['family' => [20, 'IDX_3BF26423DB8FFA4'], 'product' => [40, 'IDX_8D0AE9E6DB8FFA4']] as $on => [$length, $index]) {
            $this->addSql(<<<SQL
                CREATE TABLE artwork_on_$on ($on VARCHAR($length) NOT NULL, settings CLOB NOT NULL, artwork_id INTEGER NOT NULL,
                PRIMARY KEY (artwork_id, $on),
                CONSTRAINT FK_artwork_on_$on FOREIGN KEY (artwork_id) REFERENCES batch_artwork (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)
                SQL);
            $this->addSql("CREATE INDEX $index ON artwork_on_$on (artwork_id)");
        }
        foreach ($this->rows('SELECT artwork_id, place, memo FROM batch_framing ORDER BY id') as [$artwork, $place, $memo]) {
            $this->keep((int) $artwork, $place, self::decode($memo));
        }
        $this->addSql('DROP TABLE batch_framing');
        $this->addSql('ALTER TABLE batch_artwork ADD COLUMN reference_image CLOB DEFAULT NULL');
        $this->addSql("UPDATE batch_artwork SET reference_image = reference WHERE reference NOT IN ('{}', '[]')");
        $this->addSql('ALTER TABLE batch_artwork DROP COLUMN reference');

        $this->addSql('ALTER TABLE journal_entry RENAME TO undo_entry');
        $this->addSql('DROP INDEX IDX_C8FAAE5AF39EBE7A');
        $this->addSql('CREATE INDEX IDX_5ECF3E9EF39EBE7A ON undo_entry (batch_id)');
        foreach ($this->rows('SELECT id, changes FROM journal_entry') as [$id, $json]) {
            $changes = [];
            foreach (self::decode($json) as $change) {
                $changes[] = \is_array($change) ? self::change($change) : throw new \UnexpectedValueException("Act $id cannot be read.");
            }
            $this->addSql('UPDATE undo_entry SET changes = ? WHERE id = ?', [self::encode($changes), $id]);
        }
    }

    /** @return iterable<list<string>> */
    private function rows(string $sql): iterable
    {
        foreach ($this->connection->fetchAllNumeric($sql) as $row) {
            yield array_map(static fn (mixed $value): string => \is_scalar($value) ? (string) $value : '', $row);
        }
    }

    /** @param array<mixed> $memo */
    private function keep(int $artwork, string $place, array $memo): void
    {
        [$type, $on, $settings] = self::settings($place, $memo);
        if ('artwork' === $type) {
            $this->addSql('UPDATE batch_artwork SET settings = ? WHERE id = ?', [self::encode($settings), $artwork]);
        } else {
            $this->addSql("INSERT INTO artwork_on_$type ($type, settings, artwork_id) VALUES (?, ?, ?)", [$on, self::encode($settings), $artwork]);
        }
    }

    /**
     * @param array<mixed> $memo
     *
     * @return array{string, string, array<string, mixed>} of what it speaks, on which family or product, and what it says
     */
    private static function settings(string $place, array $memo): array
    {
        $finish = isset($memo['finish']) ? ['finish' => $memo['finish']] : [];
        $framing = [
            'orientation' => $memo['orientation'] ?? 'either', 'position' => $memo['framing'] ?? null,
            'turn' => $memo['turn'] ?? 0, 'flip' => $memo['flip'] ?? false, 'tilt' => $memo['tilt'] ?? 0.0,
            'fit' => $memo['sits'] ?? 'fill', 'edge' => $memo['edge'] ?? 'colour', 'colour' => $memo['colour'] ?? 'ffffff',
            'bleed' => $memo['bled'] ?? 'picture', 'looked_at' => $memo['looked_at'] ?? false,
        ];
        if ('*' === $place) {
            $upscale = isset($memo['how']) ? ['upscale' => $memo['how']] : [];

            return ['artwork', '', $upscale + (isset($memo['area']) ? ['region' => $memo['area']] : []) + $finish];
        }
        if (str_starts_with($place, '~')) {
            return ['family', substr($place, 1), ['framing' => $framing] + $finish];
        }

        return ['product', $place, [
            'framing' => ($memo['alone'] ?? false) ? $framing : null, 'excluded' => $memo['excluded'] ?? false, 'limit' => $memo['limit'] ?? null,
            'policy' => $memo['policy'] ?? 'to-target', 'upscale' => $memo['how'] ?? null,
        ] + $finish];
    }

    /**
     * @param array<mixed> $old with "subject", "before" and "after"
     *
     * @return array<string, mixed>
     */
    private static function change(array $old): array
    {
        [$what, $artwork, $place] = [...explode(':', \is_string($old['subject'] ?? null) ? $old['subject'] : '', 3), '', ''];
        $before = \is_array($old['before'] ?? null) ? $old['before'] : [];
        $after = \is_array($old['after'] ?? null) ? $old['after'] : [];
        if ('framing' === $what) {
            [$type, $on, $before] = self::settings($place, $before);
            [, , $after] = self::settings($place, $after);

            return ['type' => $type, 'artwork' => (int) $artwork] + ('' === $on ? [] : ['on' => $on]) + ['before' => $before, 'after' => $after];
        }
        $field = ['keep' => 'boxes', 'dismissed' => 'codes', 'kind' => 'kind', 'removed' => 'removed', 'products' => 'codes', 'name' => 'name'][$what] ?? null;
        $value = static fn (array $state): mixed => match (true) {
            null !== $field => $state[$field] ?? null,
            'reference' === $what && [] === $state => null,
            default => $state,
        };

        return ['type' => 'keep' === $what ? 'keep-boxes' : $what] + ('' === $artwork ? [] : ['artwork' => (int) $artwork])
            + ['before' => $value($before), 'after' => $value($after)];
    }

    /** @return array<mixed> */
    private static function decode(string $json): array
    {
        $value = json_decode($json, true, 64, \JSON_THROW_ON_ERROR);

        return \is_array($value) ? $value : [];
    }

    /** @param array<mixed> $value */
    private static function encode(array $value): string
    {
        $flags = \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE;

        return [] === $value ? '{}' : json_encode($value, $flags);
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException();
    }
}
