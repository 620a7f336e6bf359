using System.Diagnostics;

namespace NeatBore.Tests;

/// <summary>The project's own commands, run as a person would.</summary>
internal static class Script
{
    /// <summary>Runs one to its end.</summary>
    public static (int Code, string Said) Run(string name, params string[] words)
    {
        using var run = Start(name, words);
        var said = run.StandardOutput.ReadToEnd() + run.StandardError.ReadToEnd();
        run.WaitForExit();
        return (run.ExitCode, said);
    }

    /// <summary>Starts one, in a process of its own.</summary>
    public static Process Start(string name, params string[] words) =>
        Process.Start(
            new ProcessStartInfo("bash")
            {
                ArgumentList = { Repository.At(name.Split('/')) },
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }.With(words)
        )!;

    private static ProcessStartInfo With(this ProcessStartInfo start, string[] words)
    {
        foreach (var word in words)
        {
            start.ArgumentList.Add(word);
        }

        return start;
    }
}
