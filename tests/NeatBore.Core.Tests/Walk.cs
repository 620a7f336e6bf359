using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Lines that are kept packed and compared with those of today, with the numbers in them to six digits, so that no processor's
/// last bit counts.</summary>
internal static partial class Walk
{
    private static readonly bool s_writes = Environment.GetEnvironmentVariable("NEATBORE_WRITE_GOLDEN") == "1";

    /// <summary>Fails at the first line that is another than before, with the lines that lead to it.</summary>
    public static void Same(string name, IEnumerable<string> lines)
    {
        var file = Repository.At("tests", "walks", $"{name}.txt.gz");
        var now = string.Join('\n', lines).Split('\n');
        if (s_writes)
        {
            Directory.CreateDirectory(Path.GetDirectoryName(file)!);
            using var written = new GZipStream(File.Create(file), CompressionLevel.SmallestSize);
            written.Write(Encoding.UTF8.GetBytes(string.Join('\n', now)));
            return;
        }

        using var read = new StreamReader(new GZipStream(File.OpenRead(file), CompressionMode.Decompress));
        var was = read.ReadToEnd().Split('\n');
        var first = Math.Max(0, was.Zip(now).TakeWhile(pair => pair.First == pair.Second).Count() - 3);
        Assert.Equal(string.Join('\n', was.Skip(first).Take(4)), string.Join('\n', now.Skip(first).Take(4)));
        Assert.Equal(was.Length, now.Length);
    }

    /// <summary>A number to six digits.</summary>
    public static string Short(double value) => value.ToString("G6", CultureInfo.InvariantCulture);

    /// <summary>An answer made short.</summary>
    public static string Digest(string json)
    {
        var rounded = Numbers().Replace(json, m => Short(double.Parse(m.Value, CultureInfo.InvariantCulture)));
        return Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(rounded)))[..8];
    }

    [GeneratedRegex(@"-?\d+\.\d+(?:E[-+]?\d+)?|-?\d+E[-+]?\d+")]
    private static partial Regex Numbers();
}
