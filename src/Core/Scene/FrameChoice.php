<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** What a print on a wall is framed with, as a person asks for it. */
enum FrameChoice: string
{
    /** What goes with its colours. */
    case Suits = 'suits';
    case None = 'none';
    case Oak = 'oak';
    case Walnut = 'walnut';
    case Black = 'black';
    case White = 'white';
    case Gilt = 'gilt';

    public function label(): string
    {
        return match ($this) {
            self::Suits => 'What suits',
            self::None => 'None',
            default => $this->moulding()?->label() ?? '',
        };
    }

    /** Null where a rule has to say, or there is none. */
    public function moulding(): ?Moulding
    {
        return Moulding::tryFrom($this->value);
    }
}
