using Microsoft.CodeAnalysis.CSharp;

namespace NeatBore.Mutate;

/// <summary>One fault made on purpose.</summary>
/// <param name="Number">In its build, from 1.</param>
/// <param name="File">Under the core's folder.</param>
/// <param name="Line">From 1.</param>
/// <param name="Was">The code as it is.</param>
/// <param name="Becomes">The code with the fault.</param>
internal sealed record Mutant(int Number, string File, int Line, string Was, string Becomes)
{
    /// <summary>What names it from one run to the next, whatever moves above it.</summary>
    public string Key => $"{File}: {Short(Was)} -> {Short(Becomes)}";

    private static string Short(string code)
    {
        var one = string.Join(' ', code.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        return one.Length <= 120 ? one : one[..117] + "...";
    }

    /// <summary>Whether two pieces of code are the same but for blanks.</summary>
    public static bool Same(string a, string b) =>
        SyntaxFactory.ParseExpression(a).IsEquivalentTo(SyntaxFactory.ParseExpression(b), topLevel: false);
}
