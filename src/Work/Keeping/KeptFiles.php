<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

use Doctrine\DBAL\Connection;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FileStore;

/** All files that cannot be made again from others, or that were delivered: masters, full sizes, print files, previews. */
final readonly class KeptFiles
{
    private const MASTERS = "SELECT master AS sha256, MIN(file_name) AS title FROM batch_artwork GROUP BY master
        UNION SELECT json_extract(reference_image, '$.file'), MIN(file_name) FROM batch_artwork
            WHERE reference_image IS NOT NULL GROUP BY 1";

    /** The newest delivered file of each placement. */
    private const PRINTS = "SELECT run.batch_id AS batch, file.path AS path, json_extract(file.found, '$.sha256') AS sha256
        FROM print_file file JOIN print_run run ON run.id = file.run_id JOIN batch_artwork artwork ON artwork.id = file.artwork_id
        WHERE file.state IN ('made', 'unchanged') AND file.path IS NOT NULL AND artwork.removed = 0
            AND file.id = (SELECT MAX(other.id) FROM print_file other WHERE other.artwork_id = file.artwork_id
                AND other.product_code = file.product_code AND other.state IN ('made', 'unchanged'))";

    private const PREVIEWS = "SELECT preview.batch_id AS batch, preview.path AS path, preview.sha256 AS sha256
        FROM print_preview preview JOIN batch_artwork artwork ON artwork.id = preview.artwork_id
        WHERE preview.state = 'made' AND artwork.removed = 0";

    public function __construct(private Connection $connection)
    {
    }

    /**
     * Read whole before the first is given out: whoever goes through them writes, which SQLite does not let one do who reads a state
     * that is not the last any more.
     *
     * @return iterable<KeptFile>
     */
    public function all(): iterable
    {
        foreach ($this->connection->fetchAllAssociative(self::MASTERS) as $row) {
            $sha256 = self::text($row['sha256']);
            yield new KeptFile(FileStore::masterKey($sha256), $sha256, self::text($row['title']), true);
        }
        $delivered = [...$this->connection->fetchAllAssociative(self::PRINTS), ...$this->connection->fetchAllAssociative(self::PREVIEWS)];
        foreach ($delivered as $row) {
            $path = self::text($row['path']);
            $number = Batch::numbered(is_numeric($row['batch']) ? (int) $row['batch'] : 0);
            yield new KeptFile(\sprintf('deliveries/%s/%s', $number, $path), self::text($row['sha256']), "$number/$path", false);
        }
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : '';
    }
}
