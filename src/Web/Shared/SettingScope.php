<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Shop\Undo\Change;

/** Where finishing and lettering are asked for: on this product, its family, for the picture, for the batch. */
final readonly class SettingScope
{
    /**
     * @param ?Lettering                                      $lettering null where it says nothing
     * @param \Closure(FinishSettings): Change<covariant mixed> $finish    what becomes of its finishing
     * @param \Closure(?Lettering): Change<covariant mixed>     $letter    and of its lettering
     */
    public function __construct(
        public string $key,
        public string $label,
        public FinishSettings $settings,
        public ?Lettering $lettering,
        private \Closure $finish,
        private \Closure $letter,
    ) {
    }

    /** @return Change<covariant mixed> */
    public function changedTo(FinishSettings $finish): Change
    {
        return ($this->finish)($finish);
    }

    /** @return Change<covariant mixed> */
    public function lettered(?Lettering $lettering): Change
    {
        return ($this->letter)($lettering);
    }

    public function speaksOf(string $step): bool
    {
        return \array_key_exists($step, $this->settings->toArray());
    }
}
