<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\UnreadableMeasure;
use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/** What must stay in a picture, as the framing room sends it. */
final readonly class KeepBoxes
{
    private const MOST = 100;

    /** @param list<list<float>> $boxes x, y, width, height in shares of the picture */
    public function __construct(
        #[Assert\Count(max: self::MOST, maxMessage: 'A picture has at most {{ limit }} boxes.')]
        public array $boxes,
    ) {
    }

    #[Assert\Callback]
    public function validate(ExecutionContextInterface $context): void
    {
        try {
            $this->boxes();
        } catch (UnreadableMeasure $e) {
            $context->addViolation($e->sentence());
        }
    }

    /**
     * @return list<FractionBox>
     *
     * @throws UnreadableMeasure
     */
    public function boxes(): array
    {
        return FractionBox::listOf($this->boxes);
    }
}
