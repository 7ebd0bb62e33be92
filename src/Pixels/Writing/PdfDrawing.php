<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use setasign\Fpdi\PdfParser\PdfParser;
use setasign\Fpdi\PdfParser\PdfParserException;
use setasign\Fpdi\PdfParser\StreamReader;
use setasign\Fpdi\PdfParser\Type\PdfArray;
use setasign\Fpdi\PdfParser\Type\PdfDictionary;
use setasign\Fpdi\PdfParser\Type\PdfHexString;
use setasign\Fpdi\PdfParser\Type\PdfIndirectObjectReference;
use setasign\Fpdi\PdfParser\Type\PdfName;
use setasign\Fpdi\PdfParser\Type\PdfStream;
use setasign\Fpdi\PdfParser\Type\PdfString;
use setasign\Fpdi\PdfParser\Type\PdfType;
use setasign\Fpdi\PdfReader\DataStructure\Rectangle;
use setasign\Fpdi\PdfReader\PdfReader;
use setasign\Fpdi\PdfReader\PdfReaderException;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\UnwritablePrintFile;
use Symfony\Component\Process\Process;

/**
 * A master of lines as it is put into a print file's page: a form (ISO 32000-1, 8.10) with all that it needs. It is drawn anew by a
 * kept tool first, so that whatever it was comes out as plain lines, in RGB, without scripts, layers and pages beside it.
 */
final class PdfDrawing
{
    private const SECONDS = 120;

    /** @var array<int, int> the object that an object of the drawing becomes */
    private array $numbers = [];

    private int $next = 0;

    /** @var list<int> of the drawing's, that are still to be written */
    private array $waiting = [];

    private function __construct(
        private readonly PdfParser $parser,
        private readonly PdfReader $reader,
        /** @var array{float, float, float, float} of its page, in its own points: left, bottom, right and top */
        public readonly array $box,
        private readonly SpotColours $spots,
    ) {
    }

    /**
     * @template T
     *
     * @param \Closure(self): T $use
     *
     * @return T
     *
     * @throws UnwritablePrintFile where it cannot be drawn as lines
     */
    public static function of(Master $master, \Closure $use): mixed
    {
        $folder = sys_get_temp_dir().'/snugfit-lines-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        $drawn = $folder.'/drawn.pdf';
        try {
            $process = new Process(
                MasterFormat::Svg === $master->format->decodedTo()
                    ? ['rsvg-convert', '--unlimited', '--format=pdf', '--output='.$drawn, $master->path]
                    : ['pdftocairo', '-pdf', '-f', '1', '-l', '1', $master->path, $drawn],
                timeout: self::SECONDS,
            );
            if (0 !== $process->run() || !is_file($drawn)) {
                throw UnwritablePrintFile::lines(new \RuntimeException($process->getErrorOutput()));
            }

            $spots = MasterFormat::Svg === $master->format->decodedTo()
                ? SpotColours::inSvg((string) file_get_contents($master->path))
                : SpotColours::none();

            return $use(self::read($drawn, $spots));
        } finally {
            @unlink($drawn);
            @rmdir($folder);
        }
    }

    /** @throws UnwritablePrintFile */
    public static function read(string $path, SpotColours $spots): self
    {
        try {
            $parser = new PdfParser(StreamReader::createByFile($path));
            $reader = new PdfReader($parser);
            $box = $reader->getPage(1)->getBoundary();
        } catch (PdfParserException|PdfReaderException $e) {
            throw UnwritablePrintFile::lines($e);
        }

        return $box instanceof Rectangle
            ? new self($parser, $reader, [$box->getLlx(), $box->getLly(), $box->getUrx(), $box->getUry()], $spots)
            : throw UnwritablePrintFile::lines();
    }

    /**
     * Writes the form and all that it refers to.
     *
     * @param int $form    the number that the form gets
     * @param int $next    the first that what it needs gets
     * @param int $profile the object with the profile that its RGB counts in
     *
     * @throws UnwritablePrintFile
     */
    public function write(PdfObjects $objects, int $form, int $next, int $profile): void
    {
        [$this->numbers, $this->next] = [[], $next];
        try {
            $page = $this->reader->getPage(1);
            $content = (string) gzcompress($this->spots->in($page->getContentStream()), 9);
            $resources = $page->getAttribute('Resources') ?? PdfDictionary::create([]);
            $group = $page->getAttribute('Group');
            $objects->stream(
                $form,
                \sprintf(
                    '/Type /XObject /Subtype /Form /FormType 1 /BBox %s /Resources %s%s /Filter /FlateDecode ',
                    PdfObjects::box($this->box),
                    $this->resources($resources, $profile),
                    null === $group ? '' : ' /Group '.$this->written($group),
                ),
                $content,
            );
            while ([] !== $this->waiting) {
                $number = array_shift($this->waiting);
                $this->copy($objects, $number, $profile);
            }
        } catch (PdfParserException|PdfReaderException $e) {
            throw UnwritablePrintFile::lines($e);
        }
    }

    private function copy(PdfObjects $objects, int $number, int $profile): void
    {
        $value = $this->parser->getIndirectObject($number)->value;
        $to = $this->numbers[$number];
        if (!$value instanceof PdfStream) {
            $objects->object($to, $this->written($value));

            return;
        }
        $fields = '';
        $isForm = !$this->spots->areNone() && 'Form' === ($this->fields($value->value)['Subtype']->value ?? null);
        $left = $isForm ? ['Length', 'Filter', 'DecodeParms'] : ['Length'];
        foreach ($this->fields($value->value) as $name => $one) {
            if (!\in_array($name, $left, true)) {
                $fields .= \sprintf(
                    '/%s %s ', PdfName::escape($name), 'Resources' === $name ? $this->resources($one, $profile) : $this->written($one),
                );
            }
        }
        $objects->stream($to, $fields, $isForm ? $this->spots->in((string) $value->getUnfilteredStream()) : (string) $value->getStream());
    }

    /** With the profile that is meant by plain RGB (8.6.5.6). */
    private function resources(PdfType $resources, int $profile): string
    {
        $fields = $this->fields($resources);
        $spaces = \sprintf('/DefaultRGB [/ICCBased %d 0 R]', $profile).$this->spots->spaces($profile);
        foreach ($this->fields($fields['ColorSpace'] ?? null) as $name => $one) {
            $spaces .= \sprintf(' /%s %s', PdfName::escape($name), $this->written($one));
        }
        unset($fields['ColorSpace']);
        $written = "/ColorSpace << $spaces >>";
        foreach ($fields as $name => $one) {
            $written .= \sprintf(' /%s %s', PdfName::escape($name), $this->written($one));
        }

        return "<< $written >>";
    }

    /** @return array<string, PdfType> of a dictionary, wherever it lies; none of anything else */
    private function fields(mixed $value): array
    {
        $found = $value instanceof PdfType ? PdfType::resolve($value, $this->parser) : null;
        $fields = [];
        foreach ($found instanceof PdfDictionary && \is_array($found->value) ? $found->value : [] as $name => $one) {
            if ($one instanceof PdfType) {
                $fields[(string) $name] = $one;
            }
        }

        return $fields;
    }

    private function written(mixed $type): string
    {
        $value = $type instanceof PdfType ? $type->value : null;

        return match (true) {
            $type instanceof PdfIndirectObjectReference && \is_int($value) => $this->reference($value).' 0 R',
            $type instanceof PdfArray && \is_array($value) => '['.implode(' ', array_map($this->written(...), $value)).']',
            $type instanceof PdfDictionary => $this->dictionary($type),
            $type instanceof PdfName && \is_string($value) => '/'.PdfName::escape($value),
            $type instanceof PdfString && \is_string($value) => "($value)",
            $type instanceof PdfHexString && \is_string($value) => "<$value>",
            \is_bool($value) => $value ? 'true' : 'false',
            \is_float($value) => PdfObjects::number($value),
            \is_int($value), \is_string($value) => (string) $value,
            default => 'null',
        };
    }

    private function dictionary(PdfDictionary $dictionary): string
    {
        $written = '';
        foreach ($this->fields($dictionary) as $name => $one) {
            $written .= \sprintf('/%s %s ', PdfName::escape($name), $this->written($one));
        }

        return "<< $written>>";
    }

    private function reference(int $number): int
    {
        if (!isset($this->numbers[$number])) {
            $this->numbers[$number] = $this->next++;
            $this->waiting[] = $number;
        }

        return $this->numbers[$number];
    }
}
