<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

enum Op: string
{
    case Number = 'number';
    case Name = 'name';
    case Sum = '+';
    case Difference = '-';
    case Product = '*';
    case Quotient = '/';
    case Power = '^';
    case Negative = 'negative';
    case Call = 'call';
    case Equation = '=';
}
