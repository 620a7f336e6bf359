using System.Buffers.Binary;

namespace NeatBore.Server.Photos;

/// <summary>What a file's own bytes say it is: only pictures that every browser shows, whole, with their size in pixels.</summary>
/// <remarks>JPEG (ITU T.81, B.1 and B.2), PNG (W3C PNG, 5 and 11.2), WebP (RFC 9649). Nothing is decoded, but all of its parts must be
/// there.</remarks>
internal sealed record Picture(string Type, int Width, int Height)
{
    private static ReadOnlySpan<byte> PngSignature => [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];

    /// <summary>Reads it; null where it is none of them, or where only its beginning is there.</summary>
    public static Picture? Read(ReadOnlySpan<byte> bytes) =>
        bytes.StartsWith(PngSignature) ? Png(bytes)
        : bytes.Length >= 12 && bytes.StartsWith("RIFF"u8) && bytes[8..12].SequenceEqual("WEBP"u8) ? WebP(bytes)
        : bytes.Length > 4 && bytes[0] == 0xFF && bytes[1] == 0xD8 ? Jpeg(bytes)
        : null;

    private static Picture? Png(ReadOnlySpan<byte> bytes)
    {
        Picture? picture = null;
        var data = false;
        for (var at = PngSignature.Length; at + 12 <= bytes.Length; )
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(bytes[at..]);
            var type = bytes.Slice(at + 4, 4);
            if (length > (uint)(bytes.Length - at - 12))
            {
                return null;
            }

            var chunk = bytes.Slice(at + 8, (int)length);
            if (picture is null)
            {
                if (!type.SequenceEqual("IHDR"u8) || length != 13)
                {
                    return null;
                }

                picture = new Picture(
                    "image/png",
                    BinaryPrimitives.ReadInt32BigEndian(chunk),
                    BinaryPrimitives.ReadInt32BigEndian(chunk[4..])
                );
            }

            data |= type.SequenceEqual("IDAT"u8) && length > 0;
            if (type.SequenceEqual("IEND"u8))
            {
                return data ? picture : null;
            }

            at += (int)length + 12;
        }

        return null;
    }

    private static Picture? WebP(ReadOnlySpan<byte> bytes)
    {
        // The length that it says itself; what stands behind it is no part of it.
        var says = BinaryPrimitives.ReadUInt32LittleEndian(bytes[4..]);
        if (says < 4 || says > (uint)(bytes.Length - 8))
        {
            return null;
        }

        Picture? picture = null;
        var whole = bytes[..(int)(says + 8)];
        for (var at = 12; at + 8 <= whole.Length; )
        {
            var length = BinaryPrimitives.ReadUInt32LittleEndian(whole[(at + 4)..]);
            if (length > (uint)(whole.Length - at - 8))
            {
                return null;
            }

            var type = whole.Slice(at, 4);
            var chunk = whole.Slice(at + 8, (int)length);
            if (type.SequenceEqual("VP8X"u8) && length >= 10)
            {
                picture = new Picture("image/webp", 1 + U24(chunk[4..]), 1 + U24(chunk[7..]));
            }
            else if (type.SequenceEqual("VP8L"u8) && length > 5 && chunk[0] == 0x2F)
            {
                var bits = BinaryPrimitives.ReadInt32LittleEndian(chunk[1..]);
                return picture ?? new Picture("image/webp", 1 + (bits & 0x3FFF), 1 + ((bits >> 14) & 0x3FFF));
            }
            else if (type.SequenceEqual("VP8 "u8) && length > 10 && chunk[3] == 0x9D && chunk[4] == 0x01 && chunk[5] == 0x2A)
            {
                return picture
                    ?? new Picture(
                        "image/webp",
                        BinaryPrimitives.ReadUInt16LittleEndian(chunk[6..]) & 0x3FFF,
                        BinaryPrimitives.ReadUInt16LittleEndian(chunk[8..]) & 0x3FFF
                    );
            }
            else if (type.SequenceEqual("ANMF"u8) && length > 24 && picture is not null)
            {
                return picture;
            }

            at += 8 + (int)length + ((int)length & 1);
        }

        return null;
    }

    private static int U24(ReadOnlySpan<byte> bytes) => bytes[0] | (bytes[1] << 8) | (bytes[2] << 16);

    private static Picture? Jpeg(ReadOnlySpan<byte> bytes)
    {
        Picture? picture = null;
        for (var at = 2; at + 4 <= bytes.Length && bytes[at] == 0xFF; )
        {
            var marker = bytes[at + 1];
            if (marker == 0xFF)
            {
                at++;
                continue;
            }

            var length = BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 2)..]);
            if (length < 2 || at + 2 + length > bytes.Length)
            {
                return null;
            }

            if (marker is >= 0xC0 and <= 0xCF and not 0xC4 and not 0xC8 and not 0xCC && length >= 8)
            {
                picture = new Picture(
                    "image/jpeg",
                    BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 7)..]),
                    BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 5)..])
                );
            }

            at += 2 + length;
            if (marker == 0xDA)
            {
                // The scan itself, and the mark of its end; some cameras put more behind it.
                return bytes[at..].IndexOf((ReadOnlySpan<byte>)[0xFF, 0xD9]) > 0 ? picture : null;
            }
        }

        return null;
    }
}
