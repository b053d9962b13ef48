#!/bin/sh
# Image files in every variety that the tools of ImageMagick, Netpbm, libjpeg-turbo and libpng write, read
# by our readers and compared with what those tools decode. run.sh COMPARE DIR
set -eu
compare=$1 work=$2
rm -rf "$work"
mkdir -p "$work"
cd "$work"
files=0 wrong=0

# judge READER FILE MOST: the reference is beside the file.
judge() {
    files=$((files + 1))
    "$compare" "$1" "$2" "$2.reference" "$3" 2>said || {
        wrong=$((wrong + 1))
        echo "readers: $1 $2: $(cat said)"
    }
}

# refused READER FILE WORDS: with that reason.
refused() {
    files=$((files + 1))
    status=0
    "$compare" "$1" "$2" "$2.reference" 0 2>said || status=$?
    if [ $status != 2 ] || ! grep -q "$3" said; then
        wrong=$((wrong + 1))
        echo "readers: $1 $2: not refused with '$3' but: $(cat said)"
    fi
}

# Photographs of odd sizes, with and without colour, with parts that can be seen through.
convert -seed 7 -size 61x37 plasma:fractal -depth 8 photo.ppm
convert -seed 7 -size 61x37 plasma:fractal -depth 16 deep.ppm
convert photo.ppm -colorspace Gray grey.pgm
convert grey.pgm -threshold 50% line.pbm
convert photo.ppm \( -size 61x37 gradient: \) -alpha off -compose CopyOpacity -composite glass.png
convert glass.png -colorspace Gray misty.png
convert photo.ppm -colors 200 +dither few.ppm
convert photo.ppm -colors 16 +dither sixteen.ppm
convert photo.ppm -colors 4 +dither four.ppm
convert photo.ppm -colors 2 +dither two.ppm
convert deep.ppm -colorspace Gray -depth 16 deep.pgm
pamdepth 3 grey.pgm >four.pgm 2>/dev/null
pamdepth 15 grey.pgm >sixteen.pgm 2>/dev/null

# as_seen FILE: over white, by ImageMagick.
as_seen() {
    convert "$1[0]" -strip +set comment -background white -alpha remove -alpha off -depth 8 -type TrueColor "ppm:$1.reference"
}

for kind in 0-1-line.pbm 0-2-four.pgm 0-4-sixteen.pgm 0-8-grey.pgm 0-16-deep.pgm 2-8-photo.ppm 2-16-deep.ppm \
    3-1-two.ppm 3-2-four.ppm 3-4-sixteen.ppm 3-8-few.ppm 4-8-misty.png 4-16-misty.png 6-8-glass.png \
    6-16-glass.png; do
    from=${kind#*-*-}
    depth=${kind#?-}
    for lace in none PNG; do
        file=png-${kind%.*}-$lace.png
        case $kind-$lace in
        3-*-none) pnmtopng -quiet "$from" >"$file" ;; # as many bits as the colours take
        3-*) pnmtopng -quiet -interlace "$from" >"$file" ;;
        *) convert "$from" -interlace $lace -depth "${depth%%-*}" -define png:color-type="${kind%%-*}" \
            -define png:bit-depth="${depth%%-*}" "png:$file" ;;
        esac
        as_seen "$file"
        judge host "$file" 1
    done
done
for filter in 0 1 2 3 4 5; do
    convert photo.ppm -define png:compression-filter=$filter filter-$filter.png
    as_seen filter-$filter.png
    judge host filter-$filter.png 0
done
for how in "" -interlace "-transparent rgb:00/00/00" "-gamma 0.45" "-force"; do
    file=pnm-$(echo "$how" | tr -cd a-z0-9).png
    # shellcheck disable=SC2086
    pnmtopng -quiet $how few.ppm >"$file" 2>/dev/null
    as_seen "$file"
    judge host "$file" 1
done

for colors in 2 3 4 15 16 17 128 256; do
    for lace in none GIF; do
        file=colours-$colors-$lace.gif
        convert photo.ppm -colors $colors -interlace $lace $file
        as_seen $file
        judge host $file 0
    done
done
convert glass.png -colors 50 holes.gif
as_seen holes.gif
judge host holes.gif 0
ppmtogif -interlace few.ppm >pnm.gif 2>/dev/null
as_seen pnm.gif
judge host pnm.gif 0
ppmtogif -nolzw few.ppm >plain.gif 2>/dev/null
as_seen plain.gif
judge host plain.gif 0

for reader in host core; do
    for subtype in RGB565 RGB555 ARGB1555 ARGB4444; do
        convert photo.ppm -define bmp:subtype=$subtype $subtype-$reader.bmp
        as_seen $subtype-$reader.bmp
        judge $reader $subtype-$reader.bmp 8
    done
    for version in BMP2 BMP3 BMP; do
        for kind in TrueColor Palette Grayscale Bilevel TrueColorAlpha; do
            [ $version$kind = BMP2TrueColorAlpha ] && continue
            file=$version-$kind-$reader.bmp
            convert few.ppm -type $kind -compress None $version:$file
            as_seen $file
            judge $reader $file 0
        done
    done
    convert few.ppm -type Palette -compress RLE BMP3:rle-$reader.bmp
    as_seen rle-$reader.bmp
    refused $reader rle-$reader.bmp "it is compressed"
    for bits in 1 4 8 24; do
        for system in windows os2; do
            file=pnm-$bits-$system-$reader.bmp
            from=few.ppm
            [ $bits = 4 ] && from=sixteen.ppm
            [ $bits = 1 ] && from=line.pbm
            ppmtobmp -$system -bpp $bits $from >$file 2>/dev/null
            as_seen $file
            judge $reader $file 0
        done
    done

    for how in plain raw; do
        for from in photo.ppm grey.pgm line.pbm; do
            file=$how-$reader-$from
            [ $how = plain ] && pnmtoplainpnm $from >"$file" || cp $from "$file"
            as_seen "$file"
            judge $reader "$file" 0
        done
    done
    for most in 1 3 7 15 31 100 255 256 1023 65535; do
        for from in photo.ppm grey.pgm; do
            file=most-$most-$reader-$from
            pamdepth $most $from >"$file" 2>/dev/null
            as_seen "$file"
            judge $reader "$file" 1
        done
    done
    { printf 'P6\n# a boat\n61 # wide\n37\n# high\n255\n'; tail -c $((3 * 61 * 37)) photo.ppm; } >notes-$reader.ppm
    as_seen notes-$reader.ppm
    judge $reader notes-$reader.ppm 0

    # The reference is decoded with chrominance that is repeated, as ours is, or smooth, as the command's.
    smooth=
    [ $reader = core ] && smooth=-nosmooth
    for quality in 5 30 75 95 100; do
        for sample in 1x1 2x1 1x2 2x2 4x1 4x2; do
            for how in "" -optimize "-restart 1"; do
                file=jpeg-$reader-$quality-$sample$(echo "$how" | tr -d ' -').jpg
                # shellcheck disable=SC2086
                cjpeg -baseline -quality $quality -sample $sample $how photo.ppm >"$file" 2>/dev/null
                djpeg -dct int $smooth -pnm "$file" >"$file.reference"
                case $reader-$sample in
                core-4x?) refused core "$file" "sampling is not one that is known" ;;
                *) judge $reader "$file" 6 ;;
                esac
            done
        done
        cjpeg -baseline -quality $quality -grayscale photo.ppm >grey-$reader-$quality.jpg 2>/dev/null
        djpeg -dct int -pnm grey-$reader-$quality.jpg | pgmtoppm white >grey-$reader-$quality.jpg.reference
        judge $reader grey-$reader-$quality.jpg 3
    done
    for size in 1x1 1x9 7x8 8x8 9x7 15x17 16x16 17x33 100x3; do
        pamscale -xsize "${size%x*}" -ysize "${size#*x}" photo.ppm >small.ppm 2>/dev/null
        file=size-$reader-$size.jpg
        cjpeg -quality 85 small.ppm >"$file"
        djpeg -dct int $smooth -pnm "$file" >"$file.reference"
        judge $reader "$file" 6
    done
    cjpeg -rgb photo.ppm >rgb-$reader.jpg
    djpeg -dct int -pnm rgb-$reader.jpg >rgb-$reader.jpg.reference
    judge $reader rgb-$reader.jpg 3
done
cjpeg -quality 5 photo.ppm >coarse.jpg 2>/dev/null
djpeg -dct int -pnm coarse.jpg >coarse.jpg.reference
judge host coarse.jpg 6
refused core coarse.jpg "quantisation tables have 16 bits"
cjpeg -progressive photo.ppm >progressive.jpg
djpeg -dct int -pnm progressive.jpg >progressive.jpg.reference
judge host progressive.jpg 3
refused core progressive.jpg "progressive"
cjpeg -arithmetic photo.ppm >arithmetic.jpg
djpeg -dct int -pnm arithmetic.jpg >arithmetic.jpg.reference
refused core arithmetic.jpg "arithmetic"

if [ $wrong -gt 0 ]; then
    echo "readers: $wrong of $files files are read wrongly" >&2
    exit 1
fi
echo "readers: $files files of every variety are read as their own tools read them"
