using System.Buffers.Binary;

namespace NeatBore.Server.Photos;

/// <summary>What a file's first bytes say it is: only pictures that every browser shows, with their size in pixels.</summary>
/// <remarks>JPEG (ITU T.81, B.2.2), PNG (W3C PNG, 11.2.2), WebP (RFC 9649). Nothing is decoded.</remarks>
internal sealed record Picture(string Type, int Width, int Height)
{
    /// <summary>Reads the header; null where it is none of them.</summary>
    public static Picture? Read(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length > 24 && bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]) && bytes[12..16].SequenceEqual("IHDR"u8))
        {
            return new Picture("image/png", BinaryPrimitives.ReadInt32BigEndian(bytes[16..]), BinaryPrimitives.ReadInt32BigEndian(bytes[20..]));
        }

        if (bytes.Length > 30 && bytes.StartsWith("RIFF"u8) && bytes[8..12].SequenceEqual("WEBP"u8))
        {
            return WebP(bytes);
        }

        return bytes.Length > 4 && bytes[0] == 0xFF && bytes[1] == 0xD8 ? Jpeg(bytes) : null;
    }

    private static Picture? WebP(ReadOnlySpan<byte> bytes) => bytes[15] switch
    {
        (byte)'X' => new Picture("image/webp", 1 + U24(bytes[24..]), 1 + U24(bytes[27..])),
        (byte)'L' => new Picture(
            "image/webp", 1 + (BinaryPrimitives.ReadInt32LittleEndian(bytes[21..]) & 0x3FFF), 1 + ((BinaryPrimitives.ReadInt32LittleEndian(bytes[21..]) >> 14) & 0x3FFF)),
        (byte)' ' => new Picture(
            "image/webp", BinaryPrimitives.ReadUInt16LittleEndian(bytes[26..]) & 0x3FFF, BinaryPrimitives.ReadUInt16LittleEndian(bytes[28..]) & 0x3FFF),
        _ => null,
    };

    private static int U24(ReadOnlySpan<byte> bytes) => bytes[0] | (bytes[1] << 8) | (bytes[2] << 16);

    private static Picture? Jpeg(ReadOnlySpan<byte> bytes)
    {
        var at = 2;
        while (at + 9 < bytes.Length && bytes[at] == 0xFF)
        {
            var marker = bytes[at + 1];
            if (marker is >= 0xC0 and <= 0xCF and not 0xC4 and not 0xC8 and not 0xCC)
            {
                return new Picture(
                    "image/jpeg", BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 7)..]), BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 5)..]));
            }

            at += 2 + (marker == 0xFF ? -1 : BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 2)..]));
        }

        return null;
    }
}
