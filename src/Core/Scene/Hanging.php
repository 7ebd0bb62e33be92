<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** A print made ready for the wall: bare, or behind a mat, in a frame. */
final readonly class Hanging
{
    /** Millimetres that a bare sheet stands out from what it is on. */
    private const SHEET = 1.2;

    private function __construct(
        public PrintBody $body,
        /** Null where it has no frame. */
        public ?Moulding $moulding,
        public Length $mat,
        public string $matColour,
    ) {
    }

    public static function bare(PrintBody $body): self
    {
        return new self($body, null, Length::zero(), 'ffffff');
    }

    /** As a person asks for it, and by the rule where nobody does; canvas goes round a frame of its own. */
    public static function of(PrintBody $body, SceneLook $look, FrameRule $rule): self
    {
        $moulding = FrameChoice::Suits === $look->frame ? $rule->moulding : $look->frame->moulding();

        return null === $moulding || $body->isCanvas()
            ? self::bare($body)
            : new self($body, $moulding, $look->mat ?? $rule->mat, $rule->matColour);
    }

    /** Frame and all. */
    public function outer(): PrintSize
    {
        $more = $this->border() * 2;

        return PrintSize::millimetres(
            $this->body->face->width->inMillimetres() + $more,
            $this->body->face->height->inMillimetres() + $more,
        );
    }

    /** Millimetres from the outer edge to the print's face. */
    public function border(): float
    {
        return null === $this->moulding ? 0.0 : $this->moulding->width()->inMillimetres() + $this->mat->inMillimetres();
    }

    /** Millimetres that it stands out from the wall. */
    public function depth(): float
    {
        return ($this->moulding?->depth() ?? $this->body->depth)?->inMillimetres() ?? self::SHEET;
    }
}
