<?php

declare(strict_types=1);

/*
 * Writes profiles/grey.icc: one channel with the sRGB curve's brightness (IEC 61966-2-1), by ICC.1:2001-04 (version 2),
 * which every program reads. Usage: php tools/grey-profile.php > profiles/grey.icc
 */

$curve = '';
for ($i = 0; $i < 1024; ++$i) {
    $v = $i / 1023;
    $curve .= pack('n', (int) round(65535 * ($v <= 0.04045 ? $v / 12.92 : (($v + 0.055) / 1.055) ** 2.4)));
}
$text = 'Snugfit grey, sRGB curve';
$tags = [
    'desc' => 'desc'.pack('N', 0).pack('N', strlen($text) + 1).$text."\0".pack('N', 0).pack('N', 0).pack('n', 0)."\0".str_repeat("\0", 67),
    'cprt' => 'text'.pack('N', 0)."No copyright, use freely\0",
    // D50, the connection space's white (ICC.1, 6.3.4.3).
    'wtpt' => 'XYZ '.pack('N', 0).pack('N3', 0xF6D6, 0x10000, 0xD32D),
    'kTRC' => 'curv'.pack('N', 0).pack('N', 1024).$curve,
];
[$table, $data, $at] = [pack('N', count($tags)), '', 128 + 4 + 12 * count($tags)];
foreach ($tags as $name => $tag) {
    $table .= $name.pack('N2', $at + strlen($data), strlen($tag));
    $data .= $tag.str_repeat("\0", -strlen($tag) & 3);
}
$size = $at + strlen($data);
echo pack('N', $size), "\0\0\0\0", pack('N', 0x02400000), 'prtr', 'GRAY', 'XYZ ', pack('n6', 2026, 1, 1, 0, 0, 0), 'acsp',
    str_repeat("\0", 28), pack('N3', 0xF6D6, 0x10000, 0xD32D), str_repeat("\0", 48), $table, $data;
