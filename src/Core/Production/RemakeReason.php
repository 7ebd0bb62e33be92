<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** Why a delivered print that nobody asked anything else of is made again. */
enum RemakeReason: string
{
    case MadeMoreExactly = 'exact';
    case ShownWhole = 'whole';
    case KeptOnFace = 'face';
    case FoldMarks = 'folds';
    case KeptLines = 'lines';
    case TracedAnew = 'traced';
    case ChosenAnew = 'chosen';
    case ChosenNearer = 'nearer';
    case ChosenOtherwise = 'way';
    case ToldPhoto = 'photo';
    case HeadsFound = 'heads';
    case RepairedAnew = 'repaired';
    case TrainedAnew = 'trained';

    /** What follows "… made again: ". */
    public function sentence(): string
    {
        return match ($this) {
            self::MadeMoreExactly => 'enlarging and reducing now keep everything exactly where it is, and flat graphics keep thin lines '
                .'whole; before, it could be half a pixel off.',
            self::ShownWhole => 'their products now show a design whole, its empty margins left out; before, it was cropped to fill '
                .'them. What was framed or found right by hand stays as it is.',
            self::KeptOnFace => 'what must stay in the picture now stays on the face of a canvas; before, it could go round its edge.',
            self::KeptLines => 'drawings of lines now stay lines in PDFs, sharp at any size; before, they were pixels.',
            self::TracedAnew => 'outlines now keep exactly alike what is alike to both sides; before, they could be a part of a pixel off.',
            self::ChosenAnew => 'noise, soft pictures and damaged drawings now have networks of their own; before, one served for all.',
            self::ChosenNearer => 'of all ways of enlarging, the one is now chosen that comes nearest for the picture; before, it '
                .'followed from its kind and its strongest damage.',
            self::ChosenOtherwise => 'of all ways of enlarging, another one is told to come nearest for the picture than before.',
            self::ToldPhoto => 'smooth photographs are now told from illustrations, which bear more enlarging; before, they were taken for '
                .'such.',
            self::HeadsFound => 'heads in repaired pictures now stay faithful where the rest is given texture.',
            self::RepairedAnew => 'edges of cut-outs are cleaner in JPEGs and whole in soft pictures, and subjects on busy grounds are '
                .'told better; retouched spots are filled a little differently.',
            self::TrainedAnew => 'the networks that enlarge them have learnt more: they come out closer to the truth, or better in place.',
            self::FoldMarks => 'marks on a canvas now tell where it is cut and where it is folded; before, they told its face to be '
                .'cut off.',
        };
    }
}
