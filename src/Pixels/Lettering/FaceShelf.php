<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

use Snugfit\Core\Lettering\ImpossibleLettering;

/** The typefaces that ship with the program, and those that a shop was given. */
final readonly class FaceShelf
{
    /** What ships, as people call it. */
    private const SHIPPED = [
        'public-sans' => 'Public Sans',
        'bricolage-grotesque' => 'Bricolage Grotesque',
        'source-serif-4' => 'Source Serif 4',
        'oswald' => 'Oswald',
        'rubik' => 'Rubik',
        'caveat' => 'Caveat',
        'dancing-script' => 'Dancing Script',
        'jetbrains-mono' => 'JetBrains Mono',
    ];

    private const OWN = '/^own-[0-9a-f]{12}$/';

    /** @param ?string $own folder of those that a person gave; null where there is none */
    public function __construct(private ?string $own = null)
    {
    }

    /** @return array<string, Face> by code, what ships first */
    public function all(): array
    {
        $faces = [];
        foreach (self::SHIPPED as $code => $label) {
            $files = glob(self::folder()."/$code-*-wght-normal.ttf") ?: [];
            // Most words are Latin.
            usort($files, static fn (string $a, string $b): int => str_contains($b, '-latin-wght') <=> str_contains($a, '-latin-wght'));
            if ([] !== $files) {
                $faces[$code] = new Face($code, $label, $files);
            }
        }
        foreach (null === $this->own ? [] : (glob($this->own.'/own-*.otf') ?: []) as $path) {
            $code = basename($path, '.otf');
            $label = @file_get_contents($this->own."/$code.txt");
            $faces[$code] = new Face($code, false === $label ? $code : $label, [$path], true);
        }

        return $faces;
    }

    /**
     * By its code, or by the path of a file.
     *
     * @throws ImpossibleLettering
     */
    public function face(string $code): Face
    {
        if (str_starts_with($code, '/') && is_file($code)) {
            return new Face($code, basename($code), [$code]);
        }
        $faces = $this->all();

        return $faces[$code] ?? throw ImpossibleLettering::face($code, array_keys($faces));
    }

    /**
     * Keeps a file that was found to be one; the same one only once.
     *
     * @return string its code
     */
    public function keep(string $path, string $label): string
    {
        $folder = $this->own ?? throw new \LogicException('Nowhere to keep a typeface.');
        $code = 'own-'.substr((string) hash_file('sha256', $path), 0, 12);
        if (!is_dir($folder)) {
            mkdir($folder, 0o755, true);
        }
        copy($path, "$folder/$code.part");
        file_put_contents("$folder/$code.txt", $label);
        rename("$folder/$code.part", "$folder/$code.otf");

        return $code;
    }

    /** What it leaves on prints stays: they hold its outlines. */
    public function remove(string $code): void
    {
        if (null !== $this->own && 1 === preg_match(self::OWN, $code)) {
            array_map(static fn (string $path): bool => @unlink($path), glob("$this->own/$code.*") ?: []);
        }
    }

    private static function folder(): string
    {
        return \dirname(__DIR__, 3).'/var/fonts';
    }
}
