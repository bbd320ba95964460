#!/usr/bin/env bash
# Makes public/fonts: subsets of Noto Sans (SIL Open Font License) for scripts beyond Latin, as names and notes need them.
# Takes Debian's packages fonttools, fonts-noto-core and fonts-noto-cjk.
set -euo pipefail
cd "$(dirname "$0")/.."
ROOT=${FONTS_ROOT:-/usr/share/fonts}
OUT=public/fonts
mkdir -p "$OUT"

subset() { # name, file, what to keep… As WOFF: fonts within PDF documents cannot be made of WOFF2
  pyftsubset "$2" --output-file="$OUT/$1.woff" --flavor=woff --layout-features='*' --no-hinting --desubroutinize "${@:3}"
}
NOTO=$ROOT/truetype/noto
subset greek-cyrillic "$NOTO/NotoSans-Regular.ttf" --unicodes=U+0300-036F,U+0370-03FF,U+0400-052F,U+1F00-1FFF,U+25CC
subset hebrew "$NOTO/NotoSansHebrew-Regular.ttf" --unicodes=U+0020,U+0590-05FF,U+25CC,U+FB1D-FB4F
subset arabic "$NOTO/NotoSansArabic-Regular.ttf" --unicodes=U+0020,U+0600-06FF,U+0750-077F,U+200C-200F,U+25CC,U+FB50-FDFF,U+FE70-FEFC
subset devanagari "$NOTO/NotoSansDevanagari-Regular.ttf" --unicodes=U+0020,U+0900-097F,U+200C-200D,U+20B9,U+25CC,U+A8E0-A8FF
subset thai "$NOTO/NotoSansThai-Regular.ttf" --unicodes=U+0020,U+0E01-0E5B,U+200C-200D,U+25CC

# The common characters of Chinese (GB 2312; Big5, first level), Japanese (JIS X 0208, first level, and kana) and Korean (KS X 1001).
COMMON=$(mktemp)
trap 'rm -f "$COMMON"' EXIT
python3 - >"$COMMON" <<'END'
def rows(encoding, first, last):
    for row in range(first, last + 1):
        for cell in range(0x40, 0xFF):
            try:
                yield bytes([row, cell]).decode(encoding)
            except UnicodeDecodeError:
                pass
common = set(rows('gb2312', 0xB0, 0xF7)) | set(rows('big5', 0xA4, 0xC6)) | set(rows('euc_jp', 0xB0, 0xCF)) | set(rows('euc_kr', 0xB0, 0xC8))
common |= {chr(c) for c in [*range(0x3000, 0x3040), *range(0x3040, 0x3100), *range(0xFF01, 0xFFEF)]}
print(''.join(sorted(common)))
END
subset cjk "$ROOT/opentype/noto/NotoSansCJK-Regular.ttc" --font-number=2 --text-file="$COMMON"
ls -l "$OUT"
