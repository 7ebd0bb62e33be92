<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Product\Alignment;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Fabric;
use Snugfit\Core\Product\FitModeRule;
use Snugfit\Core\Product\FreeSize;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Web\Shared\FigureFormatter;
use Snugfit\Web\Shared\Form\TextTransformer;
use Snugfit\Web\Shared\PersonalUnit;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/**
 * A product as a person edits it: text with units.
 *
 * @extends AbstractType<ProductDraft>
 */
final class ProductForm extends AbstractType
{
    private const MEGABYTE = 1e6;

    public function __construct(
        private readonly FigureFormatter $figures,
        private readonly PersonalUnit $person,
        private readonly ProductRepository $products,
    ) {
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => ProductDraft::class, 'is_new' => false, 'csrf_protection' => false, 'method' => 'POST']);
    }

    /** The tokens of all our acts are held in one place. */
    public function getBlockPrefix(): string
    {
        return 'product';
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        // What was written is shown as it was written, where it has to be mended.
        $builder->add('name', TextType::class, ['trim' => false])->add('group', TextType::class, ['required' => false]);
        if (true === $options['is_new']) {
            $builder->add('code', TextType::class, ['constraints' => [new Callback($this->refuseTakenCode(...))]]);
        }
        $figure = fn (float $value): string => $this->figures->plain($value, 3);
        $ppi = new TextTransformer(static fn (Ppi $ppi): string => $figure($ppi->value), Ppi::parse(...));
        $length = new TextTransformer($this->writeLength(...), $this->readLength(...));
        $texts = [
            'trim' => new TextTransformer($this->writeTrim(...), $this->readTrim(...)),
            'bleed' => new TextTransformer($this->writeBleed(...), $this->readBleed(...)),
            'target' => $ppi,
            'floor' => $ppi,
            'distance' => $length,
            'safe' => $length,
            'wrap' => $length,
            'gap' => $length,
            'limit' => new TextTransformer($figure, self::number(...)),
            'fabrics' => new TextTransformer(self::writeFabrics(...), Fabric::parseAll(...)),
            'maxBytes' => new TextTransformer(static fn (int $bytes): string => $figure($bytes / self::MEGABYTE), self::megabytes(...)),
        ];
        foreach ($texts as $name => $transformer) {
            $builder->add($builder->create($name, TextType::class, ['required' => false])->addModelTransformer($transformer));
        }
        $builder->add('orientation', EnumType::class, ['class' => OrientationRule::class])
            ->add('usual', EnumType::class, ['class' => FileFormat::class])
            ->add('formats', EnumType::class, ['class' => FileFormat::class, 'multiple' => true, 'expanded' => true, 'required' => false])
            ->add('pieces', TextType::class, ['required' => false])
            ->add('gapHides', CheckboxType::class, ['required' => false])
            ->add('transparency', CheckboxType::class, ['required' => false])
            ->add('profile', EnumType::class, ['class' => Profile::class])
            ->add('intent', EnumType::class, ['class' => RenderingIntent::class])
            ->add('blackPoint', CheckboxType::class, ['required' => false])
            ->add('fit', EnumType::class, ['class' => FitModeRule::class])
            ->add('alignment', EnumType::class, ['class' => Alignment::class]);
    }

    private function refuseTakenCode(?string $code, ExecutionContextInterface $context): void
    {
        if (null !== $code && null !== $this->products->byCode($code)) {
            $context->addViolation(\sprintf('The code "%s" is taken.', $code));
        }
    }

    /** Without loss: what a form shows is what it keeps. */
    private function writeLength(Length $length): string
    {
        return $length->written($this->person->unit());
    }

    private function readLength(string $text): Length
    {
        return Length::parse($text, $this->person->unit());
    }

    private function writeTrim(PrintSize|FreeSize $trim): string
    {
        return $trim instanceof FreeSize ? (string) $trim : $this->writeLength($trim->width).' × '.$this->writeLength($trim->height);
    }

    private function readTrim(string $text): PrintSize|FreeSize
    {
        return FreeSize::isMeant($text) ? FreeSize::parse($text) : PrintSize::parse($text, $this->person->unit());
    }

    /** @param list<Fabric> $fabrics */
    private static function writeFabrics(array $fabrics): string
    {
        return implode('; ', array_map(static fn (Fabric $fabric): string => $fabric->written(), $fabrics));
    }

    private function writeBleed(Bleed $bleed): string
    {
        $sides = $bleed->isEven() ? [$bleed->top] : [$bleed->top, $bleed->right, $bleed->bottom, $bleed->left];

        return implode('; ', array_map($this->writeLength(...), $sides));
    }

    private function readBleed(string $text): Bleed
    {
        $sides = array_map(
            fn (string $side): Length => '' === $side ? Length::zero() : $this->readLength($side),
            preg_split('/\s*;\s*/', $text) ?: [],
        );

        return match (\count($sides)) {
            1 => Bleed::all($sides[0]),
            4 => new Bleed($sides[0], $sides[1], $sides[2], $sides[3]),
            default => throw ImpossibleProduct::bleedText(),
        };
    }

    private static function number(string $text): float
    {
        $plain = str_replace(',', '', $text);

        return is_numeric($plain) ? (float) $plain : throw ImpossibleProduct::number($text);
    }

    private static function megabytes(string $text): int
    {
        return max(1, (int) round(self::number($text) * self::MEGABYTE));
    }
}
