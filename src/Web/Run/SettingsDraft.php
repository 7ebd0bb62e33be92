<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Shop\Settings\BatchSettings;
use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/** How a batch's print files are named and written, while a person writes it. */
final class SettingsDraft
{
    public ?string $name = NameTemplate::USUAL;

    #[Assert\Regex('/^#?[0-9a-f]{6}$/i', message: 'A matte colour has six hexadecimal digits, like ffffff.')]
    public ?string $matte = null;
    public bool $cutMarks = false;

    public static function of(BatchSettings $settings): self
    {
        $draft = new self();
        [$draft->name, $draft->matte, $draft->cutMarks] = [$settings->name->template, $settings->matte, $settings->cutMarks];

        return $draft;
    }

    #[Assert\Callback]
    public function validate(ExecutionContextInterface $context): void
    {
        try {
            new NameTemplate($this->name ?? '');
        } catch (InvalidNameTemplate $e) {
            $context->buildViolation($e->sentence())->atPath('name')->addViolation();
        }
    }

    public function settings(BatchSettings $old): BatchSettings
    {
        $matte = strtolower(ltrim($this->matte ?? '', '#'));
        // White where nobody was asked yet says nothing: it is only what the field shows.
        $isSaid = '' !== $matte && !(null === $old->matte && BatchSettings::WHITE === $matte);

        return $old->written(new NameTemplate($this->name ?? ''), $isSaid ? $matte : $old->matte, $this->cutMarks);
    }
}
