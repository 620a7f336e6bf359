using System.Diagnostics;
using System.Text.RegularExpressions;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;

namespace NeatBore.Mutate;

/// <summary>A copy of the house whose core holds every fault behind a switch.</summary>
/// <param name="Mutants">All that it holds.</param>
/// <param name="Tests">The core's own tests, built on it.</param>
internal sealed partial record MutatedBuild(IReadOnlyList<Mutant> Mutants, string Tests)
{
    private const string Switch = """
        using System;
        using System.Globalization;
        using System.IO;
        using System.Linq;

        namespace NeatBore;

        public static class Mutated
        {
            private static readonly int s_on = int.Parse(
                Environment.GetEnvironmentVariable("NEATBORE_FAULT") ?? "0", CultureInfo.InvariantCulture);
            private static readonly string? s_cover = Environment.GetEnvironmentVariable("NEATBORE_REACHED");
            private static readonly bool[] s_reached = Noted();

            public static bool Is(int number)
            {
                if (s_cover is not null) s_reached[number] = true;
                return number == s_on;
            }

            private static bool[] Noted()
            {
                var reached = new bool[100_000];
                if (s_cover is not null)
                    AppDomain.CurrentDomain.ProcessExit += (_, _) =>
                        File.WriteAllLines(s_cover, Enumerable.Range(0, reached.Length).Where(i => reached[i]).Select(i => $"{i}"));
                return reached;
            }
        }
        """;

    /// <summary>Makes the copy and builds it; a fault that does not compile is taken out again.</summary>
    public static async Task<MutatedBuild> MakeAsync(string root)
    {
        var copy = Path.Combine(root, ".test", "mutated");
        Directory.CreateDirectory(copy);
        await RunAsync(
            "rsync",
            copy,
            [
                "-a",
                "--delete",
                "--exclude=.git",
                "--exclude=.test",
                "--exclude=node_modules",
                "--exclude=bin",
                "--exclude=obj",
                "--exclude=wwwroot",
                root + "/",
                copy + "/",
            ]
        );
        var core = Path.Combine(copy, "src", "NeatBore.Core");
        var sources = Directory.EnumerateFiles(core, "*.cs", SearchOption.AllDirectories).ToDictionary(f => f, File.ReadAllText);
        // The build's own warnings are no faults here.
        var props = Path.Combine(copy, "Directory.Build.props");
        await File.WriteAllTextAsync(
            props,
            (await File.ReadAllTextAsync(props))
                .Replace("<TreatWarningsAsErrors>true", "<TreatWarningsAsErrors>false", StringComparison.Ordinal)
                .Replace("<AnalysisLevel>latest-recommended", "<AnalysisLevel>none", StringComparison.Ordinal)
                .Replace("<EnforceCodeStyleInBuild>true", "<EnforceCodeStyleInBuild>false", StringComparison.Ordinal)
        );
        await File.WriteAllTextAsync(Path.Combine(core, "Mutated.cs"), Switch);
        var without = new HashSet<int>();
        for (var tries = 0; tries < 12; tries++)
        {
            var mutants = Write(sources, core, without);
            var (code, said) = await RunAsync(
                "dotnet",
                copy,
                ["build", "-c", "Release", "tests/NeatBore.Core.Tests", "--nologo", "-v", "quiet", "-p:RestoreLockedMode=false"]
            );
            if (code == 0)
            {
                return new MutatedBuild(
                    mutants,
                    Path.Combine(copy, "tests", "NeatBore.Core.Tests", "bin", "Release", "net10.0", "NeatBore.Core.Tests.dll")
                );
            }

            var before = without.Count;
            foreach (
                var fault in Errors()
                    .Matches(said)
                    .Select(m =>
                        (File: m.Groups[1].Value, Line: int.Parse(m.Groups[2].Value, System.Globalization.CultureInfo.InvariantCulture))
                    )
                    .Distinct()
            )
            {
                // What is wrong may show a few lines below the switch that made it so.
                var lines = File.ReadLines(fault.File).Skip(Math.Max(0, fault.Line - 4)).Take(4).ToList();
                var line = Switches().IsMatch(lines[^1]) ? lines[^1] : string.Concat(lines);
                without.UnionWith(
                    Switches().Matches(line).Select(m => int.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture))
                );
            }

            if (without.Count == before)
            {
                throw new InvalidOperationException($"The faulty core does not build:\n{said}");
            }
        }

        throw new InvalidOperationException("The faulty core still did not build after twelve tries.");
    }

    private static List<Mutant> Write(Dictionary<string, string> sources, string core, HashSet<int> without)
    {
        var trees = sources.ToDictionary(s => s.Key, s => CSharpSyntaxTree.ParseText(s.Value, path: s.Key));
        var usings = CSharpSyntaxTree.ParseText(
            "global using System; global using System.Collections.Generic; global using System.IO; global using System.Linq; "
                + "global using System.Threading; global using System.Threading.Tasks;"
        );
        var references = ((string)AppContext.GetData("TRUSTED_PLATFORM_ASSEMBLIES")!)
            .Split(':')
            .Select(p => MetadataReference.CreateFromFile(p));
        var compilation = CSharpCompilation.Create("core", [.. trees.Values, usings], references);
        var (mutants, next) = (new List<Mutant>(), 1);
        foreach (var (path, tree) in trees.OrderBy(t => t.Key, StringComparer.Ordinal))
        {
            var mutator = new Mutator(compilation.GetSemanticModel(tree), Path.GetRelativePath(core, path), next, without);
            File.WriteAllText(path, mutator.Visit(tree.GetRoot()).ToFullString());
            mutants.AddRange(mutator.Mutants);
            next = mutator.Next;
        }

        return mutants;
    }

    internal static async Task<(int Code, string Said)> RunAsync(
        string program,
        string folder,
        IReadOnlyList<string> arguments,
        IReadOnlyDictionary<string, string>? set = null,
        TimeSpan? longest = null
    )
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            WorkingDirectory = folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (var (name, value) in set ?? new Dictionary<string, string>())
        {
            start.Environment[name] = value;
        }

        using var process = Process.Start(start)!;
        using var ends = new CancellationTokenSource(longest ?? TimeSpan.FromMinutes(20));
        var said = process.StandardOutput.ReadToEndAsync(CancellationToken.None);
        var errors = process.StandardError.ReadToEndAsync(CancellationToken.None);
        try
        {
            await process.WaitForExitAsync(ends.Token);
        }
        catch (OperationCanceledException)
        {
            // One that never ends has been noticed as well.
            process.Kill(entireProcessTree: true);
            return (1, "it did not end");
        }

        return (process.ExitCode, await said + await errors);
    }

    [GeneratedRegex(@"(/[^\s(]+\.cs)\((\d+),\d+\): error")]
    private static partial Regex Errors();

    [GeneratedRegex(@"Mutated\.Is\((\d+)\)")]
    private static partial Regex Switches();
}
