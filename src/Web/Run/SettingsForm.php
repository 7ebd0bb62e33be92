<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * How a batch's print files are named and written.
 *
 * @extends AbstractType<SettingsDraft>
 */
final class SettingsForm extends AbstractType
{
    public function configureOptions(OptionsResolver $resolver): void
    {
        // The tokens of all our acts are held in one place, and come with every form.
        $resolver->setDefaults(['data_class' => SettingsDraft::class, 'csrf_protection' => false, 'allow_extra_fields' => true]);
    }

    /** Its fields stand in the address bar, too, where names are tried. */
    public function getBlockPrefix(): string
    {
        return '';
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('name', TextType::class)
            ->add('matte', TextType::class, ['required' => false])
            ->add('cut_marks', CheckboxType::class, ['required' => false, 'property_path' => 'cutMarks']);
    }
}
